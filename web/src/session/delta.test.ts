import { describe, expect, it } from 'vitest'
import { apply, clashes, diff, pointer } from './delta'

const lights = (...ids: string[]) => ids.map((id) => ({ id, power: 1 }))

describe('a change', () => {
  it.each([
    ['a value', { a: 1, b: { c: 2 } }, { a: 1, b: { c: 3 } }],
    ['a field that comes and one that goes', { a: 1 }, { b: 2 }],
    ['nothing where something was', { a: { b: 1 } as { b: number } | null }, { a: null }],
    ['a list of numbers', { a: [1, 2, 3] }, { a: [1, 5, 3] }],
    ['a list that grows', { a: [1] }, { a: [1, 2] }],
    ['a thing added', { l: lights('a', 'b') }, { l: lights('a', 'x', 'b') }],
    ['the first thing added', { l: lights() }, { l: lights('a') }],
    ['a thing taken away', { l: lights('a', 'b') }, { l: lights('b') }],
    ['an order', { l: lights('a', 'b', 'c') }, { l: lights('c', 'a', 'b') }],
    ['an order with one more and one less', { l: lights('a', 'b', 'c') }, { l: lights('c', 'x', 'a') }],
  ])('of %s makes the one out of the other, and back', (_, a, b) => {
    expect(apply<unknown>(a, diff<unknown>(a, b))).toEqual(b)
    expect(apply<unknown>(b, diff<unknown>(b, a))).toEqual(a)
  })

  it('is nothing where nothing changed', () => {
    expect(diff({ a: [1, { b: null }] }, { a: [1, { b: null }] })).toEqual([])
  })

  it('finds its thing by its id, wherever it stands by now', () => {
    const delta = diff(
      { l: lights('a', 'b') },
      {
        l: [
          { id: 'a', power: 1 },
          { id: 'b', power: 9 },
        ],
      },
    )
    expect(apply({ l: lights('x', 'b', 'a') }, delta).l).toEqual([
      { id: 'x', power: 1 },
      { id: 'b', power: 9 },
      { id: 'a', power: 1 },
    ])
    expect(apply({ l: lights('x') }, delta).l).toEqual(lights('x'))
  })

  it('leaves untouched parts the very same objects', () => {
    const before = { a: { deep: 1 }, b: 1 }
    expect(apply(before, diff(before, { a: { deep: 1 }, b: 2 })).a).toBe(before.a)
  })

  it('says where it is', () => {
    const state = { l: lights('a', 'b') }
    const [change] = diff(state, {
      l: [
        { id: 'a', power: 1 },
        { id: 'b', power: 9 },
      ],
    })
    expect(pointer(state, change!.at)).toBe('/l/1/power')
  })
})

describe('two changes', () => {
  const base = { a: 1, b: { c: 1, d: 1 }, l: lights('a', 'b') }
  it.each([
    ['the same value', { ...base, a: 2 }, { ...base, a: 3 }, 1],
    ['the same value alike', { ...base, a: 2 }, { ...base, a: 2 }, 0],
    ['neighbours', { ...base, b: { c: 2, d: 1 } }, { ...base, b: { c: 1, d: 2 } }, 0],
    [
      'a thing and its end',
      { ...base, l: [{ id: 'a', power: 9 }, base.l[1]!] },
      { ...base, l: lights('b') },
      1,
    ],
    ['two things', { ...base, l: [{ id: 'a', power: 9 }, base.l[1]!] }, { ...base, l: lights('a') }, 0],
    ['two things added', { ...base, l: lights('a', 'b', 'x') }, { ...base, l: lights('a', 'b', 'y') }, 0],
  ])('of %s clash as often as they should', (_, mine, theirs, many) => {
    expect(clashes(diff(base, mine), diff(base, theirs))).toHaveLength(many)
  })
})
