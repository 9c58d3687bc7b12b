import { X } from 'lucide-react'
import { Distance } from '../ui/Distance'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Trouble } from '../ui/Trouble'
import { QuietPush } from '../ui/Push'
import { type Column, type Spec } from './specs'
import { Seconds } from '../ui/Seconds'
import { Powers } from './Powers'
import { type PartProps } from './SpecPart'

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
  if (column.as === 'power') return <Powers {...field} below={number} />
  if (column.as === 'seconds') return <Seconds {...field} value={number} />
  if (unit === 'm') return <Distance {...field} value={number} />
  return <LiveNumber {...field} value={number} unit={unit} digits={6} step={step ?? 1} optional />
}

type RowsProps = {
  spec: Extract<Spec, { as: 'rows' }>
  rows: Record<string, number | string>[]
  /** What a row begins as, once it is known. */
  first?: object
} & Pick<PartProps, 'error' | 'onPut'>

export function Rows({ spec, rows, first, error, onPut }: RowsProps) {
  return (
    <div className="rows">
      <span className="of">{spec.label}</span>
      <div>
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
      </div>
      {error(spec.field) && <Trouble>{error(spec.field)}</Trouble>}
    </div>
  )
}
