import { describe, expect, it } from 'vitest'
import { clockAt, span } from './clock'

/** The clocks of a strip, as the studio answers them: each quarter of an hour from a time on. */
const strip = (from: number, quarters: number, jump = { at: Infinity, by: 0 }) => ({
  minutes: (quarters - 1) * 15,
  clocks: Array.from({ length: quarters }, (_, quarter) => {
    const minute = (from + quarter * 15 + (quarter >= jump.at ? jump.by : 0) + 1440) % 1440
    return `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
  }),
})

describe('what the clocks show', () => {
  it.each([
    [0, '18:00'],
    [7, '18:07'],
    [14.6, '18:15'],
    [359, '23:59'],
    [361, '00:01'],
    [-3, '18:00'],
    [9999, '06:00'],
  ])('%s minutes after six', (minute, clock) => {
    expect(clockAt(strip(1080, 49), minute)).toBe(clock)
  })

  it('leaves out the hour that a day in spring has not', () => {
    // From two o’clock on, eight quarters after midnight, it is an hour later.
    const spring = strip(0, 40, { at: 8, by: 60 })
    expect(clockAt(spring, 119)).toBe('01:59')
    expect(clockAt(spring, 120)).toBe('03:00')
  })

  it('goes through an hour twice on a day in autumn', () => {
    const autumn = strip(0, 40, { at: 12, by: -60 })
    expect(clockAt(autumn, 150)).toBe('02:30')
    expect(clockAt(autumn, 210)).toBe('02:30')
  })
})

describe('minutes in words', () => {
  it.each([
    [7, '7 min'],
    [59.4, '59 min'],
    [60, '1 h'],
    [80, '1 h 20'],
    [125.2, '2 h 5'],
  ])('%s', (minutes, said) => expect(span(minutes)).toBe(said))
})
