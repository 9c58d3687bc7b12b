import { describe, expect, it } from 'vitest'
import { through, towards } from './path'

describe('a path through dots', () => {
  it.each([
    ['none', [], false, ''],
    [
      'two',
      [
        [0, 0],
        [1, 2.345],
      ],
      false,
      'M0,0L1,2.35',
    ],
    [
      'closed',
      [
        [0, 0],
        [1, 0],
        [1, 1],
      ],
      true,
      'M0,0L1,0L1,1Z',
    ],
    ['broken', [[0, 0], null, [2, 0], [3, 0]], false, 'M0,0M2,0L3,0'],
  ] as const)('%s', (_, dots, closed, drawn) => {
    expect(through(dots as never, closed)).toBe(drawn)
  })
})

describe('towards', () => {
  it.each([
    [0, 0, -10],
    [90, 10, 0],
    [180, 0, 10],
    [270, -10, 0],
  ])('%s°', (bearing, x, y) => {
    const [dx, dy] = towards(bearing, 10)
    expect(dx).toBeCloseTo(x, 9)
    expect(dy).toBeCloseTo(y, 9)
  })
})
