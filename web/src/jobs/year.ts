import { dateOf } from './until'

/** A month of the strip: its days, and the jobs of each. */
export type Month = { key: string; name: string; days: number; jobs: { day: number; name: string }[] }

const NAMES = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
/** Months before this one that are on the strip. */
const BEFORE = 4

/** Twelve months about today with the jobs in them. */
export function yearAbout(now: Date, jobs: readonly { name: string; date: string }[]): Month[] {
  return Array.from({ length: 12 }, (_, index) => {
    const first = new Date(now.getFullYear(), now.getMonth() - BEFORE + index, 1)
    const key = dateOf(first).slice(0, 7)
    const days = new Date(first.getFullYear(), first.getMonth() + 1, 0).getDate()
    const month = NAMES[first.getMonth()] ?? ''
    const name = first.getMonth() === 0 || index === 0 ? `${month} ${first.getFullYear()}` : month
    const here = jobs.filter(({ date }) => date.startsWith(key))
    return {
      key,
      name,
      days,
      jobs: here.map((job) => ({ day: Number(job.date.slice(8, 10)), name: job.name })),
    }
  })
}
