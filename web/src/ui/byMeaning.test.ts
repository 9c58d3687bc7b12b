import { describe, expect, it } from 'vitest'
import { byMeaning } from './byMeaning'

const keys = (...changes: object[]) => byMeaning(changes, (change) => change).map(({ key }) => key)

describe('a key by what something is about', () => {
  it('stays where only figures move', () => {
    expect(keys({ do: 'step_back', distance: 3.1 })).toEqual(keys({ do: 'step_back', distance: 2.8 }))
  })
  it('is another for another thing', () => {
    const [nd, iso] = keys({ do: 'release', dial: 'nd' }, { do: 'release', dial: 'iso' })
    expect(nd).not.toBe(iso)
  })
  it('tells two of the same thing apart', () => {
    const [near, far] = keys({ do: 'step_back', distance: 2 }, { do: 'step_back', distance: 4 })
    expect(near).not.toBe(far)
  })
})
