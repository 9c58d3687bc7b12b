import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { kitQuery, marksQuery, startsQuery } from '../api/queries'
import type { KeptItem, KitItem, Marks, Starts } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveChoice, LiveNumber, LiveText } from '../ui/Field'
import { Trouble } from '../ui/Trouble'
import { Keeping, SaveWords } from '../ui/Keeping'
import { useNotice } from '../ui/Notices'
import { Latch, Push, QuietPush } from '../ui/Push'
import { read, write } from './pointer'
import { useItem } from './useItem'
import { type Column, type Fields, type Spec, specs, variants } from './specs'

const Sheet = styled.section`
  max-width: 620px;
  .name input {
    font-size: 21px;
    font-stretch: 86%;
    text-align: left;
  }
  .line {
    border-bottom: 1px solid ${({ theme }) => theme.line};
    padding: 2px 0;
  }
  .pair {
    display: grid;
    grid-template-columns: minmax(120px, 1fr) minmax(0, 1.2fr);
    gap: 12px;
    align-items: baseline;
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
  .end {
    display: flex;
    gap: 8px;
    padding-top: 14px;
    align-items: center;
  }
`

/** One thing's sheet: every value is live and kept as it is entered. */
export function KitSheet({ kept, onGone }: { kept: KeptItem; onGone: () => void }) {
  const queries = useQueryClient()
  const say = useNotice()
  const { draft: item, errors, session, ...state } = useItem(kept)
  const draft: Fields = { ...item }
  const id = kept.item.id
  const refresh = () =>
    Promise.all([queries.invalidateQueries(kitQuery), queries.invalidateQueries({ queryKey: ['deleted'] })])
  const restore = useMutation({
    mutationFn: () => need(client.POST('/api/kit/{id}/restore', { params: { path: { id } } })),
    onSuccess: refresh,
  })
  const remove = useMutation({
    mutationFn: async () => {
      await session.flush()
      return need(client.DELETE('/api/kit/{id}', { params: { path: { id } } }))
    },
    onSuccess: () => {
      say(`${kept.item.name} deleted.`, { label: 'Bring it back', run: () => restore.mutate() })
      onGone()
      return refresh()
    },
  })
  const put = (field: string, value: unknown) =>
    // The studio checks what a sheet makes of a thing.
    session.edit((now) => write({ ...now }, field, value) as KitItem)
  const error = (field: string) =>
    errors[field] ?? Object.entries(errors).find(([at]) => at !== '' && field.startsWith(`${at}/`))?.[1]
  const known = ['/name', ...specs[kept.item.kind].map((spec) => spec.field)]
  // What is said of no line here is said below them all.
  const loose = Object.entries(errors).filter(
    ([at]) => !known.some((line) => line === at || at.startsWith(`${line}/`)),
  )
  return (
    <Sheet aria-label={kept.item.name}>
      <Keeping state={state} by={session} />
      <h2 className="name">
        <LiveText
          label="Name"
          value={String(draft.name)}
          wide
          error={error('/name')}
          onCommit={(name) => put('/name', name)}
        />
      </h2>
      {specs[kept.item.kind].map((spec) => (
        <SpecLine key={spec.field + spec.label} spec={spec} draft={draft} error={error} onPut={put} />
      ))}
      {loose.map(([at, words]) => (
        <Trouble key={at}>{words}</Trouble>
      ))}
      {remove.error && <Trouble>{words(remove.error)}</Trouble>}
      <p className="end">
        <Push onPress={() => session.undo()} isDisabled={!state.canUndo && Object.keys(errors).length === 0}>
          Undo
        </Push>
        <Push onPress={() => session.redo()} isDisabled={!state.canRedo}>
          Redo
        </Push>
        <Push onPress={() => remove.mutate()}>Delete this {kept.item.kind}</Push>
        <SaveWords save={state.save} />
      </p>
    </Sheet>
  )
}

type LineProps = {
  spec: Spec
  draft: Fields
  error: (field: string) => string | undefined
  onPut: (field: string, value: unknown) => void
}

function SpecLine({ spec, draft, error, onPut }: LineProps) {
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

type CellProps = {
  label: string
  column: Column
  value: number | string | null
  error?: string
  onCommit: (value: number | string | null) => void
}

/** One cell of a table: a choice, or a number, in the user's units where it is a length. */
function Cell({ column, value, ...field }: CellProps) {
  const { choices, unit, step } = column
  if (choices)
    return <LiveChoice {...field} value={String(value)} choices={choices} onChoose={field.onCommit} />
  const number = typeof value === 'number' ? value : null
  if (unit === 'm') return <Distance {...field} value={number} />
  return (
    <LiveNumber
      {...field}
      value={number}
      unit={unit}
      digits={6}
      step={step ?? (unit === 's' ? 0.0001 : 1)}
      optional
    />
  )
}

type RowsProps = {
  spec: Extract<Spec, { as: 'rows' }>
  rows: Record<string, number | string>[]
  /** What a row begins as, once it is known. */
  first?: object
} & Pick<LineProps, 'error' | 'onPut'>

function Rows({ spec, rows, first, error, onPut }: RowsProps) {
  return (
    <div className="line">
      <div className="pair">
        <span>{spec.label}</span>
        <span>
          {rows.map((row, index) => (
            <div key={index}>
              {spec.columns.map((column) => (
                <span key={column.key}>
                  <Cell
                    label={`${spec.label}, row ${index + 1}: ${column.label}`}
                    value={row[column.key] ?? null}
                    column={column}
                    error={error(`${spec.field}/${index}/${column.key}`)}
                    onCommit={(next) =>
                      onPut(
                        spec.field,
                        rows.map((other, i) => (i === index ? { ...other, [column.key]: next } : other)),
                      )
                    }
                  />{' '}
                </span>
              ))}
              <QuietPush
                aria-label={`Delete row ${index + 1} of ${spec.label}`}
                onPress={() =>
                  onPut(
                    spec.field,
                    rows.filter((_, i) => i !== index),
                  )
                }
              >
                <X size={16} aria-hidden />
              </QuietPush>
            </div>
          ))}
          <QuietPush isDisabled={!first} onPress={() => onPut(spec.field, [...rows, first])}>
            Add a row
          </QuietPush>
        </span>
      </div>
      {error(spec.field) && <Trouble>{error(spec.field)}</Trouble>}
    </div>
  )
}
