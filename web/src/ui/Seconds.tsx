import { typedNumber } from '../words/number'
import { type Common } from './live'
import { Typed } from './Typed'

/** Under this many seconds a time is written as a fraction. */
const FRACTION = 0.4

/** A time as photographers write it: 1/220, 1.2. */
export function secondsLabel(seconds: number): string {
  if (seconds > 0 && seconds < FRACTION) return `1/${Number((1 / seconds).toPrecision(3))}`
  return String(Number(seconds.toFixed(2)))
}

type Props = Common & { value: number | null; onCommit: (seconds: number | null) => void }

/** A time, typed as a fraction or in seconds; a press of an arrow key is a third of a stop. */
export function Seconds({ value, onCommit, ...field }: Props) {
  const shown = value === null ? '' : secondsLabel(value)
  const take = (typed: string) => {
    const seconds = typedNumber(typed.replace(/\s*s$/, ''))
    if (seconds === null) return 'A time is needed here, like 1/220 or 1.2.'
    onCommit(seconds)
    return null
  }
  return (
    <Typed
      {...field}
      shown={shown}
      take={take}
      onStep={(by) => value !== null && onCommit(value * 2 ** (by / 3))}
      unit="s"
      width={Math.max(4, shown.length + 1.2)}
      numeric
    />
  )
}
