/** Between these shares of cloud the sky is called so. */
const kinds: [number, string][] = [
  [0.1, 'clear'],
  [0.4, 'a few clouds'],
  [0.75, 'clouds with gaps'],
  [1.01, 'overcast'],
]

const kindOf = (cover: number) => kinds.find(([most]) => cover < most)?.[1] ?? 'overcast'

/** The sky over these times, from the cloud of each hour; the last hour known holds on. */
export function skyWords(clouds: readonly number[], times: readonly string[]) {
  const hours = times.map((time) => Number(time.slice(0, 2))).filter(Number.isFinite)
  const [from, to] = hours.length > 0 ? [Math.min(...hours), Math.max(...hours)] : [0, 23]
  const covers = Array.from({ length: to - from + 1 }, (_, at) => clouds[from + at] ?? clouds.at(-1) ?? 0)
  const [least, most] = [Math.min(...covers), Math.max(...covers)]
  const [first, last] = [kindOf(covers[0]!), kindOf(covers.at(-1)!)]
  const eighths = (cover: number) => Math.round(cover * 8)
  const cover =
    eighths(least) === eighths(most) ? `${eighths(least)}/8` : `${eighths(least)} to ${eighths(most)} of 8`
  const words = first === last ? first : `${first}, then ${last}`
  return `Sky: ${words}, cloud ${cover}`
}
