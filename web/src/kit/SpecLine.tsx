import { useQuery } from '@tanstack/react-query'
import { marksQuery, startsQuery } from '../api/queries'
import type { Marks, Starts } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Latch } from '../ui/Push'
import { read } from './pointer'
import { type Fields, type Spec, variants } from './specs'
import { Rows } from './Rows'

export type LineProps = {
  spec: Spec
  draft: Fields
  error: (field: string) => string | undefined
  onPut: (field: string, value: unknown) => void
}

export function SpecLine({ spec, draft, error, onPut }: LineProps) {
  const marks = useQuery(marksQuery).data
  const starts = useQuery(startsQuery).data
  const value = read(draft, spec.field)
  // A line belongs only to things that have it: a zoom table has no watt-seconds.
  if (value === undefined) return null
  const common = { label: spec.label, row: true, error: error(spec.field) }
  switch (spec.as) {
    case 'number':
      if (value !== null && typeof value !== 'number') return null
      if (value === null && spec.field === '/beam') return null
      // A length in metres is typed in the user's units; so is a guide number, which is one.
      if (spec.unit === 'm' && value !== null) {
        return (
          <div className="line">
            <Distance
              {...common}
              value={value}
              digits={spec.digits}
              onCommit={(next) => onPut(spec.field, next)}
            />
          </div>
        )
      }
      return (
        <div className="line">
          <LiveNumber
            {...common}
            value={value}
            unit={spec.unit}
            step={spec.step}
            digits={spec.digits}
            optional
            onCommit={(next) => onPut(spec.field, next)}
          />
        </div>
      )
    case 'mark':
      return (
        <div className="line">
          <LiveChoice
            {...common}
            value={typeof value === 'number' ? String(value) : 'none'}
            choices={markChoices(marks, spec)}
            onChoose={(at) => onPut(spec.field, at === 'none' ? null : Number(at))}
          />
        </div>
      )
    case 'choice':
      return (
        <div className="line">
          <LiveChoice
            {...common}
            value={typeof value === 'string' ? value : ''}
            choices={spec.choices}
            onChoose={(next) => choose(starts, spec.field, next, onPut)}
          />
        </div>
      )
    case 'switch': {
      const on = value !== null && value !== false
      const off = spec.on === true ? false : null
      const begin = spec.on === true ? true : starts?.[spec.on]
      return (
        <div className="line pair">
          <span>{spec.label}</span>
          <span>
            <Latch
              aria-label={spec.label}
              isSelected={on}
              isDisabled={begin === undefined}
              onChange={(next) => onPut(spec.field, next ? begin : off)}
            >
              {spec.words[on ? 0 : 1]}
            </Latch>
          </span>
        </div>
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
function choose(starts: Starts | undefined, field: string, next: string, onPut: LineProps['onPut']) {
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
