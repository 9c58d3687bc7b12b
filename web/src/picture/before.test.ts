import { describe, expect, it } from 'vitest'
import { none, seen, type Turn } from './before'

/** Pictures in the order they came in, each with when its draft became the one. */
const taken = (...pictures: [draft: string, picture: string, since: number][]) =>
  pictures.reduce<Turn<string, string>>(
    (turn, [draft, picture, since]) => seen(turn, { draft, picture, since }),
    none,
  )

describe('the picture before the last change', () => {
  it('is none before anything was changed, however much finer the picture gets', () => {
    expect(taken(['a', 'rough', 0], ['a', 'fine', 0]).before).toBeNull()
  })

  it('is the finest there was of the draft before', () => {
    expect(taken(['a', 'rough', 0], ['a', 'fine', 0], ['b', 'other', 1500])).toMatchObject({
      now: { picture: 'other' },
      before: 'fine',
    })
  })

  it('is from before the first of quick turns', () => {
    const turned = taken(['a', 'fine', 0], ['b', 'one', 5000], ['c', 'two', 5300], ['d', 'three', 5600])
    expect(turned.before).toBe('fine')
    expect(seen(turned, { draft: 'e', picture: 'next', since: 9000 }).before).toBe('three')
  })

  it('is there at once where the first change comes soon', () => {
    expect(taken(['a', 'fine', 0], ['b', 'one', 200]).before).toBe('fine')
  })
})
