import { describe, expect, it } from 'vitest'
import { yearAbout } from './year'

describe('a year of jobs', () => {
  const jobs = [
    { name: 'Slip shed', date: '2026-09-17' },
    { name: 'Tram hall', date: '2026-09-19' },
    { name: 'Long ago', date: '2024-09-19' },
    { name: 'Leap', date: '2028-02-29' },
  ]

  it('has twelve months about today, each with its jobs by their day', () => {
    const year = yearAbout(new Date(2026, 10, 28), jobs)
    expect(year.map(({ key }) => key)[0]).toBe('2026-07')
    expect(year).toHaveLength(12)
    expect(year.at(-1)?.key).toBe('2027-06')
    expect(year.find(({ key }) => key === '2026-09')?.jobs).toEqual([
      { day: 17, name: 'Slip shed' },
      { day: 19, name: 'Tram hall' },
    ])
    expect(year.flatMap((month) => month.jobs)).toHaveLength(2)
  })

  it('says the year where it begins, and knows how long a month is', () => {
    const year = yearAbout(new Date(2027, 11, 31), jobs)
    expect(year.map(({ name }) => name)).toContain('Jan 2028')
    expect(year.find(({ key }) => key === '2028-02')).toMatchObject({
      days: 29,
      jobs: [{ day: 29, name: 'Leap' }],
    })
  })
})
