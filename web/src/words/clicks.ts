/** Whether amounts of light are said in halves of a stop, as the dials click; in thirds otherwise. */
let halves = false

/** Says from now on in halves, or not; tells whether that is another way than before. */
export function sayInHalves(now: boolean): boolean {
  const other = now !== halves
  halves = now
  return other
}

export const inHalves = () => halves

/** What somebody wrote or set themselves: kept as it is. */
const KEPT = new Set('setup kit job item settings day brief take change lines name note'.split(' '))
/** A power as a flash spells it, 1/8 +⅓, has the clicks of the flash. */
const PART = /(\/\d+ \+)?[⅓⅔]/g

const said = (text: string) =>
  text.replace(PART, (part, power: string | undefined) => (power === undefined ? '½' : part))

/**
 * An answer with its amounts as the dials click. A third or two of a stop, as a sentence has them, is what lies between a quarter and
 * three quarters: to the nearest half that is a half.
 */
export function asDialsClick<T>(answer: T): T {
  if (!halves) return answer
  const read = (value: unknown): unknown => {
    if (typeof value === 'string') return said(value)
    if (Array.isArray(value)) return value.map(read)
    if (typeof value !== 'object' || value === null || Object.getPrototypeOf(value) !== Object.prototype)
      return value
    return Object.fromEntries(
      Object.entries(value).map(([key, inside]) => [key, KEPT.has(key) ? inside : read(inside)]),
    )
  }
  return read(answer) as T
}
