import { describe, expect, it } from 'vitest'
import type { Dot } from '../../drawing/path'
import { ahead, hull, projection, type Side } from './projection'

const extent = { x: [-2, 3], y: [-4, 6], z: [0, 3] }

describe.each<Side>(['plan', 'elevation'])('%s', (side) => {
  const p = projection(side, extent, 50)

  it('takes a way in pixels back to the metres it was', () => {
    for (const way of [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
      [0.3, -2, 0.7],
    ]) {
      const { x, y, z } = p.metres(...p.along(way))
      const seen = side === 'plan' ? [way[0], way[1], 0] : [0, way[1], way[2]]
      ;[x, y, z].forEach((value, axis) => expect(value).toBeCloseTo(seen[axis]!, 9))
    }
  })

  it('has every corner of its extent on the sheet, and the line of sight from left to right', () => {
    expect(p.at([extent.x[0]!, extent.y[0]!, extent.z[1]!])[0]).toBeCloseTo(0, 9)
    expect(p.at([extent.x[1]!, extent.y[1]!, extent.z[0]!])).toEqual(
      [p.width, p.height].map((size) => expect.closeTo(size, 9) as number),
    )
    expect(p.along([0, 1, 0])[0]).toBeGreaterThan(0)
  })
})

describe('both drawings', () => {
  it('share the line of sight, so that one ruler serves both', () => {
    const [plan, side] = [projection('plan', extent, 40), projection('elevation', extent, 40)]
    for (const point of [
      [0, 0, 0],
      [1, 2, 1.7],
    ])
      expect(plan.at(point)[0]).toBeCloseTo(side.at(point)[0], 9)
  })

  it('have up up and the right of the camera down', () => {
    expect(projection('elevation', extent, 1).along([0, 0, 1])[1]).toBeLessThan(0)
    expect(projection('plan', extent, 1).along([1, 0, 0])[1]).toBeGreaterThan(0)
  })
})

describe('what is seen of some points', () => {
  it('is a shape, or a line where they are seen edge-on', () => {
    expect(
      hull([
        [0, 0],
        [2, 0],
        [2, 2],
        [0, 2],
        [1, 1],
      ]),
    ).toHaveLength(4)
    const line: Dot[] = [
      [0, 0],
      [1, 1],
      [3, 3],
    ]
    expect(hull(line).map(String).sort()).toEqual(['0,0', '3,3'])
    expect(hull([])).toEqual([])
  })
})

describe('ahead', () => {
  it('goes as far as it is told, also where a direction is seen end-on', () => {
    expect(ahead([3, 4], 10)).toEqual([6, 8])
    expect(ahead([0, 0], 5)).toEqual([5, 0])
  })
})
