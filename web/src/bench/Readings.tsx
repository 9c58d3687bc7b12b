import { useQuery } from '@tanstack/react-query'
import { Fragment, memo } from 'react'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { marksQuery, settingsQuery } from '../api/queries'
import type { HoldReport, Light, Patch, Reading, ReadingReport, Setup, Turned } from '../api/types'
import { lightMark } from '../words/lightMark'
import { clockTime } from '../words/units'
import { useSaid } from '../words/useSaid'
import { LiveNumber, LiveTime } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { QuietPush, Push } from '../ui/Push'
import type { Editing } from './editing'
import { measures, methods, patches, receptors, turnsBefore } from './choices'
import { freshId, printed } from './entries'
import { errorAt } from './errors'

const Line = styled.li`
  line-height: 1.6;
  .small {
    font-size: 13px;
    line-height: 1.2;
    color: ${({ theme }) => theme.quiet};
  }
`
const Small = styled.p`
  font-size: 13px;
  line-height: 1.3;
  color: ${({ theme }) => theme.quiet};
`
const LIGHT = 'light:'

/** What stands for a way to turn it, in a list of choices. */
const turnedKey = (turned: Turned) => (turned.to === 'light' ? `${LIGHT}${turned.light}` : turned.to)
function turnedTo(key: string): Turned {
  if (key.startsWith(LIGHT)) return { to: 'light', light: key.slice(LIGHT.length) }
  return { to: turnsBefore('').find((turn) => turn.id === key)?.id ?? 'patch' }
}

/** The lights of the setup by their letters, and the one that is gone where it was turned to that. */
function toLights(lights: Light[], turned: Turned) {
  const there = lights.map((light, index) => ({ id: LIGHT + light.id, name: `at light ${lightMark(index)}` }))
  const gone = turned.to === 'light' && !lights.some((light) => light.id === turned.light)
  return gone ? [...there, { id: turnedKey(turned), name: 'at a light that is gone' }] : there
}

type Props = Editing & Pick<Setup, 'readings' | 'lights'> & { reports?: ReadingReport[]; hold?: HoldReport }

/** What is read first. */
const first: Patch[] = ['face', 'background']

/** What the meter said, a line each. */
export const Readings = memo(function Readings({ edit, errors, readings, lights, reports, hold }: Props) {
  const put = (index: number, change: Partial<Reading>) =>
    edit((s) => ({ ...s, readings: s.readings.map((r, i) => (i === index ? { ...r, ...change } : r)) }))
  // The two that make a plan come first.
  const fresh = (readings: Reading[]): Reading => {
    const taken = new Set(readings.map((reading) => reading.patch))
    const patch =
      [...first, ...patches.map(({ id }) => id)].find((id) => id !== 'edge' && !taken.has(id)) ?? 'face'
    return {
      id: freshId('reading', readings),
      patch,
      method: patch === 'background' || patch === 'sky' ? 'reflected' : 'incident',
      measured: { as: 'ev', ev: 12 },
      time: null,
      receptor: 'dome',
      turned: { to: 'patch' },
    }
  }
  // From what is newest, so that pressed twice it adds two.
  const add = () => edit((s) => ({ ...s, readings: [...s.readings, fresh(s.readings)] }))
  return (
    <>
      <ul>
        {readings.map((reading, index) => (
          <ReadingLine
            key={reading.id}
            reading={reading}
            lights={lights}
            report={reports?.find((report) => report.reading === reading.id)}
            errors={errors}
            field={`/readings/${index}`}
            onChange={(change) => put(index, change)}
            onRemove={() => edit((s) => ({ ...s, readings: s.readings.filter((_, i) => i !== index) }))}
          />
        ))}
      </ul>
      {hold && <Small>{hold.text}</Small>}
      <Push onPress={add}>Add a reading</Push>
    </>
  )
})

type LineProps = {
  reading: Reading
  lights: Light[]
  report?: ReadingReport
  errors: Record<string, string>
  field: string
  onChange: (change: Partial<Reading>) => void
  onRemove: () => void
}

function ReadingLine({ reading, lights, report, errors, field, onChange, onRemove }: LineProps) {
  const said = useSaid()
  const marks = useQuery(marksQuery).data
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const { measured } = reading
  const name = patches.find((patch) => patch.id === reading.patch)?.name ?? reading.patch
  const chooseMeasure = (as: 'ev' | 'settings') =>
    onChange({ measured: as === 'ev' ? { as, ev: 12 } : { as, aperture: 30, shutter: 42, iso: 0 } })
  const dial = (which: 'aperture' | 'shutter' | 'iso', label: string, prefix = '') =>
    measured.as === 'settings' && (
      <LiveChoice
        label={`${name}: ${label}`}
        tint="ambient"
        value={String(measured[which])}
        choices={printed(marks?.[which], prefix)}
        onChoose={(at) => onChange({ measured: { ...measured, [which]: Number(at) } })}
      />
    )
  return (
    <Line>
      <LiveChoice
        label="Where"
        value={reading.patch}
        choices={patches}
        tint="ambient"
        onChoose={(patch) => onChange({ patch })}
      />{' '}
      <LiveChoice
        label={`${name}: measured as`}
        value={measured.as}
        choices={measures}
        tint="ambient"
        onChoose={chooseMeasure}
      />{' '}
      {measured.as === 'ev' ? (
        <LiveNumber
          label={`${name}: EV at ISO 100`}
          value={measured.ev}
          step={1 / 3}
          tint="ambient"
          error={errorAt(errors, `${field}/measured/ev`, `${field}/measured`)}
          onCommit={(ev) => onChange({ measured: { as: 'ev', ev } })}
        />
      ) : (
        <Fragment>
          {dial('aperture', 'aperture')} {dial('shutter', 'shutter')} {dial('iso', 'ISO', 'ISO ')}
        </Fragment>
      )}
      ,{' '}
      <LiveChoice
        label={`${name}: method`}
        value={reading.method}
        choices={methods}
        onChoose={(method) => onChange({ method })}
      />
      {reading.method === 'incident' && (
        <Fragment>
          ,{' '}
          <LiveChoice
            label={`${name}: receptor`}
            value={reading.receptor}
            choices={receptors}
            onChoose={(receptor) => onChange({ receptor })}
          />{' '}
          <LiveChoice
            label={`${name}: turned`}
            value={turnedKey(reading.turned)}
            choices={[...turnsBefore(name.toLowerCase()), ...toLights(lights, reading.turned)]}
            onChoose={(key) => onChange({ turned: turnedTo(key) })}
          />
        </Fragment>
      )}
      ,{' '}
      <LiveTime
        optional
        label={`${name}: time of the reading`}
        value={reading.time ?? ''}
        placeholder="time"
        error={errors[`${field}/time`]}
        onCommit={(time) => onChange({ time: time === '' ? null : time })}
      />
      <QuietPush aria-label={`Delete the reading of the ${name.toLowerCase()}`} onPress={onRemove}>
        <X size={16} aria-hidden />
      </QuietPush>
      {report && (
        <p className="small">
          {measured.as === 'settings' && `EV ${Math.round(report.ev * 100) / 100}, `}
          {report.light}
          {reading.time && ` at ${clockTime(reading.time, clock)}`}
        </p>
      )}
      {report?.turned && <p className="small">{said(report.turned.text)}</p>}
    </Line>
  )
}
