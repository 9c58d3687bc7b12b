/** Numbers as they are shown, by the browser's own formatter: one place for digits, signs and groups. */

const formatters = new Map<number, Intl.NumberFormat>()

/** A number with exactly so many digits after the point, in digits that stand under each other. */
export function figure(value: number, digits = 0): string {
  const known = formatters.get(digits)
  const formatter =
    known ??
    new Intl.NumberFormat('en-GB', {
      minimumFractionDigits: digits,
      maximumFractionDigits: digits,
      useGrouping: false,
    })
  if (!known) formatters.set(digits, formatter)
  // Nothing is minus nothing; a minus is as long as a plus.
  const shown = formatter.format(value)
  return /^-0(\.0*)?$/.test(shown) ? shown.slice(1) : shown.replace('-', '−')
}
