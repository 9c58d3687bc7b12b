import { useQuery } from '@tanstack/react-query'
import { marksQuery, startsQuery } from '../api/queries'
import type { Marks, Starts } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveNumber, LiveText } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { LiveSwitch } from '../ui/live'
import { Seconds } from '../ui/Seconds'
import { read } from './pointer'
import { Powers } from './Powers'
import { type Fields, type Spec, variants } from './specs'
import { Rows } from './Rows'

export type PartProps = {
  spec: Spec
  draft: Fields
  error: (field: string) => string | undefined
  onPut: (field: string, value: unknown) => void
}

/** A value in a sentence of a thing's sheet. */
export function SpecPart({ spec, draft, error, onPut }: PartProps) {
  const marks = useQuery(marksQuery).data
  const starts = useQuery(startsQuery).data
  const value = read(draft, spec.field)
  const common = { label: spec.label, error: error(spec.field) }
  const number = typeof value === 'number' ? value : null
  switch (spec.as) {
    case 'number':
      // A length in metres is typed in the user's units; so is a guide number, which is one.
      if (spec.unit === 'm' && number !== null)
        return (
          <Distance
            {...common}
            value={number}
            digits={spec.digits}
            onCommit={(next) => onPut(spec.field, next)}
          />
        )
      return (
        <LiveNumber
          {...common}
          value={number}
          unit={spec.unit}
          step={spec.step}
          digits={spec.digits}
          placeholder="not known"
          optional
          onCommit={(next) => onPut(spec.field, next)}
        />
      )
    case 'text':
      return (
        <LiveText
          {...common}
          value={typeof value === 'string' ? value : ''}
          placeholder="as it is here"
          onCommit={(next) => onPut(spec.field, next.trim() === '' ? null : next)}
        />
      )
    case 'power':
      return <Powers {...common} below={number} onCommit={(next) => onPut(spec.field, next)} />
    case 'seconds':
      return <Seconds {...common} value={number} onCommit={(next) => onPut(spec.field, next)} />
    case 'mark':
      return (
        <LiveChoice
          {...common}
          value={number === null ? 'none' : String(number)}
          choices={markChoices(marks, spec)}
          onChoose={(at) => onPut(spec.field, at === 'none' ? null : Number(at))}
        />
      )
    case 'choice':
      return (
        <LiveChoice
          {...common}
          value={typeof value === 'string' ? value : ''}
          choices={spec.choices}
          onChoose={(next) => choose(starts, spec.field, next, onPut)}
        />
      )
    case 'switch': {
      const on = value !== null && value !== false
      const off = spec.on === true ? false : null
      const begins = spec.on === true ? true : starts?.[spec.on]
      const begin = Array.isArray(begins) ? begins[0] : begins
      return (
        <LiveSwitch
          aria-label={`${spec.label}: ${spec.words[on ? 0 : 1]}`}
          isSelected={on}
          isDisabled={begin === undefined}
          onChange={(next) => onPut(spec.field, next ? begin : off)}
        >
          {spec.words[on ? 0 : 1]}
        </LiveSwitch>
      )
    }
    case 'rows':
      return (
        <Rows
          spec={spec}
          rows={value as Record<string, number | string>[]}
          first={starts?.[spec.row]}
          error={error}
          onPut={onPut}
        />
      )
  }
}

/** A choice may bring fields of its own with it. */
function choose(starts: Starts | undefined, field: string, next: string, onPut: PartProps['onPut']) {
  const variant = variants[field]
  if (!variant) return onPut(field, next)
  // Without what it brings the thing would be none.
  const brought = starts && variant(starts, next)
  if (brought) onPut(field.slice(0, field.lastIndexOf('/')), brought)
}

function markChoices(marks: Marks | undefined, spec: Extract<Spec, { as: 'mark' }>) {
  const nd = Array.from({ length: 46 }, (_, third) => ({
    id: String(third * 2),
    name: `${Math.round((third / 3) * 100) / 100} stops`,
  }))
  const all =
    spec.of === 'nd'
      ? nd
      : (marks?.[spec.of] ?? []).map((mark) => ({
          id: String(mark.at),
          name: spec.of === 'iso' ? `ISO ${mark.label}` : mark.label,
        }))
  return spec.optional ? [{ id: 'none', name: 'none' }, ...all] : all
}
