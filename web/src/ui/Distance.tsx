import { useQuery } from '@tanstack/react-query'
import { settingsQuery } from '../api/queries'
import { handStep, metres, shown, unitSign } from '../words/units'
import { LiveNumber } from './Field'
import { type Tint } from './live'

export function useUnits() {
  return useQuery(settingsQuery).data?.house.units ?? 'metres'
}

type Props = {
  label: string
  /** In metres; nothing while it is not known. */
  value: number | null
  error?: string
  ofWhole?: string
  tint?: Tint
  row?: boolean
  digits?: number
  /** One press of an arrow key, in the user's units; a hand measure without. */
  step?: number
  onCommit: (metres: number) => void
}

/** A distance in the user's units, stepped by a hand measure. */
export function Distance({ label, value, error, ofWhole, tint, row, digits = 3, step, onCommit }: Props) {
  const units = useUnits()
  const put = (typed: number) => onCommit(metres(typed, units))
  return (
    <LiveNumber
      label={label}
      value={value === null ? null : shown(value, units)}
      unit={unitSign(units)}
      step={step ?? handStep(units)}
      digits={digits}
      error={error}
      ofWhole={ofWhole}
      tint={tint}
      row={row}
      onCommit={put}
    />
  )
}
