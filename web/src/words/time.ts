/**
 * A time of day as people write it, as HH:MM: 18:30, 18.30, 1830, 6:30 pm, 6pm, 6.30 p.m. Nothing where it is none.
 */
export function typedTime(text: string): string | null {
  const plain = text.trim().toLowerCase().replace(/\s+/g, ' ')
  const found = /^(\d{1,2})(?:[:.h ]?(\d{2}))? ?(?:(a|p)\.? ?m\.?|h|uhr)?$/.exec(plain)
  if (!found) return null
  const [, hours, minutes = '00', half] = found
  let hour = Number(hours)
  if (half) {
    if (hour < 1 || hour > 12) return null
    hour = (hour % 12) + (half === 'p' ? 12 : 0)
  } else if (found[2] === undefined && !/[h:]|uhr/.test(plain)) {
    return null
  }
  if (hour > 23 || Number(minutes) > 59) return null
  return `${String(hour).padStart(2, '0')}:${minutes}`
}

/** A date as people write it, as YYYY-MM-DD: 2026-09-17, 17.9.2026, 17 Sep 2026. Nothing where it is none. */
export function typedDate(text: string): string | null {
  const plain = text.trim().toLowerCase()
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(plain)
  const day = /^(\d{1,2})[./ ](\d{1,2})[./ ](\d{4})$/.exec(plain)
  const named = /^(\d{1,2})\.? ([a-z]{3,9})\.? (\d{4})$/.exec(plain)
  // 3/4/2026 is a day of March to some and of April to others: nothing is guessed.
  if (day && plain.includes('/') && Number(day[1]) <= 12 && Number(day[2]) <= 12 && day[1] !== day[2])
    return null
  const month = named
    ? ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'].indexOf(
        named[2]!.slice(0, 3),
      ) + 1
    : 0
  const parts = iso
    ? [iso[1], iso[2], iso[3]]
    : day
      ? [day[3], day[2], day[1]]
      : named && month > 0
        ? [named[3], month, named[1]]
        : null
  if (!parts) return null
  const [year, months, days] = parts.map(Number)
  const date = new Date(Date.UTC(year!, months! - 1, days))
  if (date.getUTCMonth() !== months! - 1 || date.getUTCDate() !== days) return null
  return date.toISOString().slice(0, 10)
}
