import { describe, expect, it } from 'vitest'
import { typedNumber } from './number'
import { typedDate, typedTime } from './time'

describe('a number as people write it', () => {
  it.each([
    ['1,5', 1.5],
    ['1.5', 1.5],
    ['1/2', 0.5],
    ['1 1/2', 1.5],
    ['½', 0.5],
    ['2⅓', 7 / 3],
    ['−3', -3],
    ['-1/3', -1 / 3],
    ['.5', 0.5],
    ['5.', 5],
    ['2,4 m', 2.4],
    ['30 min', 30],
    [' 12 ', 12],
    ['1,500.5', null],
    ['1.2.3', null],
    ['1/0', null],
    ['far', null],
    ['', null],
    ['1e9', null],
  ])('%s', (typed, number) => {
    const read = typedNumber(typed)
    if (number === null) expect(read).toBeNull()
    else expect(read).toBeCloseTo(number, 12)
  })
})

describe('a time as people write it', () => {
  it.each([
    ['18:30', '18:30'],
    ['6:40 pm', '18:40'],
    ['6.40 p.m.', '18:40'],
    ['6pm', '18:00'],
    ['12 am', '00:00'],
    ['12:15 pm', '12:15'],
    ['8:05', '08:05'],
    ['1830', '18:30'],
    ['18h', '18:00'],
    ['13 pm', null],
    ['26:00', null],
    ['18:60', null],
    ['7', null],
    ['noon', null],
  ])('%s', (typed, time) => expect(typedTime(typed)).toBe(time))
})

describe('a date as people write it', () => {
  it.each([
    ['2026-09-17', '2026-09-17'],
    ['17.9.2026', '2026-09-17'],
    ['17 Sep 2026', '2026-09-17'],
    ['17 September 2026', '2026-09-17'],
    ['17/9/2026', '2026-09-17'],
    ['3/4/2026', null],
    ['2026-02-30', null],
    ['tomorrow', null],
  ])('%s', (typed, date) => expect(typedDate(typed)).toBe(date))
})
