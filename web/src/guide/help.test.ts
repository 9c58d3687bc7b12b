import { describe, expect, it } from 'vitest'
import { helpOf } from './help'
import { ideas } from './ideas'
import { stopsOfTour } from './tour'

describe('help', () => {
  it.each([
    ['/', 'Jobs'],
    ['/setups/a', 'Bench'],
    ['/setups/a/set', 'Set'],
    ['/setups/a/colour', 'Colour'],
    ['/setups/a/judge/b', 'Judge'],
    ['/setups/a/stand-ins', 'Stand-ins'],
    ['/jobs/a/day', 'Day'],
    ['/jobs/a/card', 'Card'],
    ['/jobs/a/log', 'Log'],
    ['/drills/sheet/3', 'Drills'],
    ['/kit/learnt', 'Kit'],
    ['/settings', 'Settings'],
    ['/guide/mired', 'Guide'],
  ])('of %s is that of %s, and names an idea there is', (path, name) => {
    const help = helpOf(path)
    expect(help?.name).toBe(name)
    expect(ideas.some(({ id }) => id === help?.idea)).toBe(true)
  })

  it('is there for every stop of the tour', () => {
    for (const { path, name } of stopsOfTour) expect(helpOf(path)?.name).toBe(name)
    expect(helpOf('/nowhere')).toBeUndefined()
  })
})
