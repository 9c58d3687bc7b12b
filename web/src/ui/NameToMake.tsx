import { useState } from 'react'
import { ApiProblem } from '../api/client'
import { LiveText } from './Field'

/** A name to type before something is made. */
export function NameToMake({
  label,
  onMake,
  error,
}: {
  label: string
  onMake: (name: string) => void
  error: unknown
}) {
  const [round, setRound] = useState(0)
  const problem =
    error instanceof ApiProblem ? (error.problem.errors[0]?.detail ?? error.problem.detail) : undefined
  return (
    <span key={round}>
      <LiveText
        label={label}
        value=""
        wide
        placeholder={label}
        error={problem}
        onCommit={(name) => {
          onMake(name)
          setRound(round + 1)
        }}
      />
    </span>
  )
}
