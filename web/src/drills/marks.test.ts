import { describe, expect, it } from 'vitest'
import { scaleOf } from './marks'

describe('the scale a round is answered on', () => {
  it('has thirds of a stop, and numbers at the whole ones', () => {
    const scale = scaleOf({ by: 'stops', from: -6, to: 3, zero: 'the face', what: 'the background' })
    expect(scale?.marks).toHaveLength(28)
    expect(scale?.marks.filter((mark) => mark.label).map((mark) => mark.label)).toEqual([
      '−6',
      '−5',
      '−4',
      '−3',
      '−2',
      '−1',
      '0',
      '+1',
      '+2',
      '+3',
    ])
    expect(scale?.told(-4)).toBeCloseTo(-4 / 3)
    expect(scale?.said(-4)).toBe('−1⅓')
  })

  it('writes no more marks of a dial than there is room for, and can be put at each', () => {
    const marks = Array.from({ length: 31 }, (_, index) => `m${index}`)
    const scale = scaleOf({ by: 'dial', name: 'Shutter', marks, begins: 18 })
    expect(scale?.marks.filter((mark) => mark.label).length).toBeLessThanOrEqual(11)
    expect([scale?.low, scale?.high, scale?.step]).toEqual([0, 30, 1])
    expect(scale?.said(17)).toBe('m17')
  })

  it('goes along the rule in mired and is told in kelvin', () => {
    const scale = scaleOf({ by: 'rule', begins: 4000 })
    expect(scale?.begins).toBe(250)
    expect(scale?.told(200)).toBe(5000)
    expect(scale?.read(5000)).toBeCloseTo(200)
    const places = scale?.marks.map((mark) => mark.at) ?? []
    expect(Math.max(...places)).toBe(places[0])
  })

  it('turns to both sides', () => {
    const scale = scaleOf({ by: 'turn', most: 120 })
    expect(scale?.said(-45)).toBe('45° to the left')
    expect(scale?.said(0)).toBe('at the camera')
    expect(scaleOf({ by: 'choice', options: ['a', 'b'] })).toBeNull()
  })
})
