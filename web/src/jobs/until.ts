/** A date of this clock as YYYY-MM-DD, some days on. */
export function dateOf(now: Date, days = 0): string {
  const day = new Date(now.getFullYear(), now.getMonth(), now.getDate() + days)
  const two = (number: number) => String(number).padStart(2, '0')
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`
}

/** How long until a day and its time, as one says it: in 3 days, tomorrow, in 5 h 20 min, in 8 min, now. */
export function untilWords(now: Date, date: string, time: string | null): string {
  const [year = 0, month = 1, day = 1] = date.split('-').map(Number)
  const whole = Math.round(
    (Date.UTC(year, month - 1, day) - Date.UTC(now.getFullYear(), now.getMonth(), now.getDate())) /
      86_400_000,
  )
  if (whole >= 2) return `in ${whole} days`
  if (whole === 1) return 'tomorrow'
  if (!time) return 'today'
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  const left = Math.ceil(hours * 60 + minutes - (now.getHours() * 60 + now.getMinutes()))
  if (left <= 0) return 'now'
  if (left < 60) return `in ${left} min`
  return `in ${Math.floor(left / 60)} h ${left % 60} min`
}
