import { describe, expect, it } from 'vitest'
import { LINE, rows, ruleOf, slim, wide, y } from './rule'

const { x, miredAt, moved, ticks } = wide

describe('the mired rule', () => {
  it('has warm to the right, at equal steps for equal mired', () => {
    expect(x(1e6 / 2800)).toBeGreaterThan(x(1e6 / 5600))
    expect(x(300) - x(200)).toBeCloseTo(x(400) - x(300))
    expect(miredAt(x(250))).toBeCloseTo(250)
    expect(ruleOf(500).x(100)).toBeLessThan(x(100) + 1)
    expect(slim.x(600)).toBeLessThan(slim.width)
    expect(wide.x(1e6 / 1700)).toBeLessThan(wide.width)
  })

  it('has green above and pink below', () => {
    expect(y(0.01)).toBeLessThan(LINE)
    expect(y(-0.01)).toBeGreaterThan(LINE)
    expect(y(0)).toBe(LINE)
  })

  it('moves a setting to hundreds within what cameras have', () => {
    const camera = { step: 100, low: 2000, high: 12000 }
    expect(moved(5600, 0, camera)).toBe(5600)
    expect(moved(5600, 40, camera)).toBeLessThan(5600)
    expect(moved(5600, 4000, camera)).toBe(2000)
    expect(moved(5600, -4000, camera)).toBe(11100)
    expect(moved(5600, 40, camera) % 100).toBe(0)
  })

  it('writes names beside each other', () => {
    expect(rows([0, 10, 300], 100, 3)).toEqual([0, 1, 0])
    expect(new Set(rows([0, 1, 2], 100, 3)).size).toBe(3)
  })

  it('marks kelvin on mired', () => {
    const written = ticks().filter((tick) => tick.label)
    expect(written.length).toBeGreaterThan(10)
    expect(written.every((tick) => Math.abs(tick.at - x(1e6 / Number(tick.label))) < 1e-9)).toBe(true)
  })
})
