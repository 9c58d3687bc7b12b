import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { settingsQuery } from '../api/queries'
import { clockTime } from '../words/units'
import { typedNumber } from '../words/number'
import { typedDate, typedTime } from '../words/time'
import { type Common } from './live'
import { Typed } from './Typed'

type NumberProps = Common & {
  value: number | null
  unit?: string
  step?: number
  digits?: number
  /** What stands where there is none. */
  placeholder?: string
} & (
    | { optional?: false; onCommit: (value: number) => void }
    /** An emptied field means that there is none. */
    | { optional: true; onCommit: (value: number | null) => void }
  )

/** A number in a sentence or a row: step it with the arrow keys, or type it, with a comma, a point or a fraction. */
export function LiveNumber(props: NumberProps) {
  const { value, step = 1, digits = 2, unit, ...common } = props
  const shown = value === null ? '' : String(Number(value.toFixed(digits)))
  const take = (typed: string) => {
    if (typed.trim() === '') {
      if (!props.optional) return 'A number is needed here.'
      props.onCommit(null)
      return null
    }
    const number = typedNumber(typed)
    if (number === null) return 'A number is needed here, like 1.5, 1,5 or 1/2.'
    props.onCommit(number)
    return null
  }
  // Quick steps add up even before the first is drawn again.
  const from = useRef(value)
  useEffect(() => {
    from.current = value
  }, [value])
  const onStep = (by: 1 | -1) => {
    from.current = Math.round(((from.current ?? 0) + by * step) * 1e6) / 1e6
    props.onCommit(from.current)
  }
  return (
    <Typed
      label={common.label}
      error={common.error}
      ofWhole={common.ofWhole}
      tint={common.tint}
      row={common.row}
      shown={shown}
      take={take}
      onStep={onStep}
      unit={unit}
      placeholder={props.placeholder}
      width={Math.max(2.6, (shown || props.placeholder || '').length + 1.2)}
      numeric
    />
  )
}

type TextProps = Common & {
  value: string
  onCommit: (value: string) => void
  wide?: boolean
  placeholder?: string
}

/** A text. */
export function LiveText({ value, onCommit, ...rest }: TextProps) {
  const take = (typed: string) => {
    onCommit(typed)
    return null
  }
  return <Typed {...rest} shown={value} take={take} />
}

/** A time of day as people write it, shown as the user reads clocks. */
export function LiveTime({
  value,
  onCommit,
  optional,
  ...rest
}: Omit<TextProps, 'wide'> & { optional?: boolean }) {
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const take = (typed: string) => {
    if (optional && typed.trim() === '') {
      onCommit('')
      return null
    }
    const time = typedTime(typed)
    if (time === null) return 'A time is needed here, like 18:30 or 6:30 pm.'
    onCommit(time)
    return null
  }
  return <Typed {...rest} shown={value === '' ? '' : clockTime(value, clock)} take={take} />
}

/** A day of the calendar as people write it; none, where it is emptied. */
export function LiveDate({ value, onCommit, ...rest }: Omit<TextProps, 'wide'>) {
  const take = (typed: string) => {
    const date = typed.trim() === '' ? '' : typedDate(typed)
    if (date === null) return 'A date is needed here, like 2026-09-17, 17.9.2026 or 17 Sep 2026.'
    onCommit(date)
    return null
  }
  return <Typed {...rest} shown={value} take={take} />
}
