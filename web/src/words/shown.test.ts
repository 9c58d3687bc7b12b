import { describe, expect, it } from 'vitest'
import { figure } from './figure'
import { stopsLabel } from './stops'
import { typedTime } from './time'
import { clockTime, handStep, metres, shown } from './units'

describe('a level in stops', () => {
  // The same table as the core has it.
  it.each([
    [0, '0'],
    [0.05, '0'],
    [0.31, '+⅓'],
    [0.5, '+½'],
    [-0.67, '−⅔'],
    [-1.34, '−1⅓'],
    [2.98, '+3'],
    [-0.95, '−1'],
  ])('%s', (stops, label) => expect(stopsLabel(stops)).toBe(label))
})

describe('a time of day', () => {
  it.each([
    ['00:05', '12:05 am'],
    ['09:30', '9:30 am'],
    ['12:00', '12:00 pm'],
    ['18:40', '6:40 pm'],
  ])('%s', (time, said) => {
    expect(clockTime(time, 'hours12')).toBe(said)
    expect(clockTime(time, 'hours24')).toBe(time)
    // What is shown can be typed.
    expect(typedTime(said)).toBe(time)
  })
})

describe('a distance', () => {
  it('comes back as it was, in either unit', () => {
    for (const units of ['metres', 'feet'] as const)
      expect(metres(shown(2.4, units), units)).toBeCloseTo(2.4, 3)
    expect(shown(2.4, 'feet')).toBe(7.874)
  })

  it('is stepped by a round measure of the hand: 5 cm, or 2 in', () => {
    expect(metres(handStep('feet'), 'feet')).toBeCloseTo(0.0508, 6)
    expect(handStep('metres')).toBe(0.05)
  })
})

describe('a figure', () => {
  it.each([
    [3.14159, 1, '3.1'],
    [2, 1, '2.0'],
    [-0.04, 1, '0.0'],
    [-2.5, 1, '−2.5'],
    [12345.6, 0, '12346'],
  ])('%s to %s digits', (value, digits, said) => expect(figure(value, digits)).toBe(said))
})
