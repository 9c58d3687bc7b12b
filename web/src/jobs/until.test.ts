import { describe, expect, it } from 'vitest'
import { dateOf, untilWords } from './until'

const now = new Date(2026, 8, 15, 17, 45)

describe('what comes next', () => {
  it.each([
    ['2026-09-17', '18:05', 'in 2 days'],
    ['2026-09-16', '06:00', 'tomorrow'],
    ['2026-09-15', '18:05', 'in 20 min'],
    ['2026-09-15', '20:05', 'in 2 h 20 min'],
    ['2026-09-15', '17:45', 'now'],
    ['2026-09-15', null, 'today'],
    ['2026-10-15', null, 'in 30 days'],
  ])('%s at %s is %s', (date, time, said) => {
    expect(untilWords(now, date, time)).toBe(said)
  })

  it('knows today and tomorrow by this clock, over the end of a month', () => {
    expect(dateOf(now)).toBe('2026-09-15')
    expect(dateOf(new Date(2026, 8, 30, 23, 59), 1)).toBe('2026-10-01')
  })
})
