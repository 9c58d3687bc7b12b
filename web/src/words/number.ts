const PARTS: Record<string, number> = {
  '½': 1 / 2,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
  '¼': 1 / 4,
  '¾': 3 / 4,
  '⅛': 1 / 8,
}

/**
 * A number as people write it: 1.5, 1,5, 1/2, 1 1/2, ½, 2½, −3, with or without its unit behind it. Nothing where it is
 * none, so that nothing is guessed: 1,500.5 and 1.2.3 are none.
 */
export function typedNumber(text: string): number | null {
  const plain = text
    .trim()
    .replace(/[−–]/g, '-')
    .replace(/[\s\u00a0\u202f]+/g, ' ')
    .replace(/ ?(m|ft|mm|cm|s|min|h|%|°|K|EV|lx|kg|stops?)$/i, '')
  const sign = plain.startsWith('-') ? -1 : 1
  const rest = plain.replace(/^[+-] ?/, '')
  const mixed = /^(?:(\d+)[ ]?)?([½⅓⅔¼¾⅛])$/.exec(rest)
  if (mixed) return sign * (Number(mixed[1] ?? 0) + PARTS[mixed[2]!]!)
  const over = /^(?:(\d+) )?(\d+) ?\/ ?(\d+(?:[.,]\d+)?)$/.exec(rest)
  if (over) {
    const below = Number(over[3]!.replace(',', '.'))
    return below === 0 ? null : sign * (Number(over[1] ?? 0) + Number(over[2]) / below)
  }
  return /^\d*[.,]?\d+$|^\d+[.,]$/.test(rest) ? sign * Number(rest.replace(',', '.')) : null
}
