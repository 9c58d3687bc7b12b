import { useQuery } from '@tanstack/react-query'
import { marksQuery } from '../api/queries'
import { LiveChoice } from '../ui/LiveChoice'
import type { Common } from '../ui/live'

type Props = Common & {
  /** In stops below full. */
  below: number | null
  onCommit: (below: number) => void
}

/** The same number to what a third of a stop can be off by in a file. */
const same = (one: number, other: number) => Math.abs(one - other) < 0.01

/** A power as flashes spell it, from full down. */
export function Powers({ below, onCommit, ...field }: Props) {
  const powers = useQuery(marksQuery).data?.power ?? []
  const known = powers.map((power) => ({ id: String(power.below), name: power.label }))
  const at = powers.find((power) => below !== null && same(power.below, below))
  // One between two thirds stays as it is until another is chosen.
  const own =
    below !== null && !at ? [{ id: String(below), name: `${below.toFixed(1)} stops below full` }] : []
  return (
    <LiveChoice
      {...field}
      value={String(at?.below ?? below)}
      choices={[...own, ...known]}
      onChoose={(next) => onCommit(Number(next))}
    />
  )
}
