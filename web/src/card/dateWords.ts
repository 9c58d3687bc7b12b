/** A date as it is said: 17 September 2026. What is none stays as it is. */
export function dateWords(date: string): string {
  const day = new Date(`${date}T12:00:00Z`)
  if (Number.isNaN(day.getTime())) return date
  return day.toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric', timeZone: 'UTC' })
}
