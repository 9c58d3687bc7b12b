import { useQuery } from '@tanstack/react-query'
import { memo } from 'react'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { kitQuery, marksQuery } from '../api/queries'
import type { FlashReading, FlashReadingReport, KeptItem, Light, LightReport, Patch } from '../api/types'
import { useItem } from '../kit/useItem'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Push, QuietPush } from '../ui/Push'
import type { Editing } from './editing'
import { patches } from './choices'
import { freshId, printed } from './entries'

const Lines = styled.div`
  font-size: 14px;
  line-height: 1.6;
  p {
    font-size: 13px;
    line-height: 1.3;
    color: ${({ theme }) => theme.quiet};
  }
`

type Props = Editing & {
  light: Light
  name: string
  /** All of the setup, the other lights' too. */
  readings: FlashReading[]
  numbers?: LightReport
  reports?: FlashReadingReport[]
}

/** What a flash meter said of one light. */
export const FlashReadings = memo(function FlashReadings(props: Props) {
  const { edit, errors, light, name, readings, numbers, reports } = props
  const marks = useQuery(marksQuery).data
  const kept = useQuery(kitQuery).data?.find(({ item }) => item.id === light.flash)
  const reached = (patch: Patch) => numbers?.reached[placeOf(patch)] ?? null
  const there = patches.filter(({ id }) => reached(id) !== null)
  const first = there[0]?.id
  const put = (id: string, change: Partial<FlashReading>) =>
    edit((s) => ({
      ...s,
      flash_readings: s.flash_readings.map((reading) =>
        reading.id === id ? { ...reading, ...change } : reading,
      ),
    }))
  const fresh = (taken: FlashReading[], patch: Patch): FlashReading => ({
    id: freshId('flash-reading', taken),
    light: light.id,
    modifier: light.modifier ?? null,
    patch,
    power: light.power.at,
    // What it would say if all numbers were right: nothing moves before it is entered.
    aperture: numbers?.would_read[placeOf(patch)] ?? 30,
    iso: 0,
    share: null,
    reached: reached(patch) ?? 0,
  })
  return (
    <Lines>
      {readings.map((reading, index) => {
        if (reading.light !== light.id) return null
        const of = `${name}, flash reading on the ${patches.find(({ id }) => id === reading.patch)?.name.toLowerCase()}`
        const report = reports?.find((report) => report.reading === reading.id)
        return (
          <div key={reading.id}>
            Meter on the{' '}
            <LiveChoice
              label={`${of}: where`}
              tint="flash"
              value={reading.patch}
              choices={there.some(({ id }) => id === reading.patch) ? there : patches}
              onChoose={(patch) => put(reading.id, { patch, reached: reached(patch) ?? reading.reached })}
            />
            :{' '}
            <LiveChoice
              label={`${of}: aperture`}
              tint="flash"
              value={String(reading.aperture)}
              choices={printed(marks?.aperture)}
              onChoose={(at) => put(reading.id, { aperture: Number(at) })}
            />{' '}
            at{' '}
            <LiveChoice
              label={`${of}: ISO`}
              value={String(reading.iso)}
              choices={printed(marks?.iso, 'ISO ')}
              onChoose={(at) => put(reading.id, { iso: Number(at) })}
            />
            ,{' '}
            <LiveNumber
              label={`${of}: power, stops under full`}
              value={reading.power}
              step={1 / 3}
              error={errors[`/flash_readings/${index}/power`]}
              onCommit={(power) => put(reading.id, { power })}
            />{' '}
            stops under full,{' '}
            <LiveNumber
              optional
              label={`${of}: flash’s share in percent, empty for the flash alone`}
              value={reading.share == null ? null : reading.share * 100}
              digits={0}
              step={5}
              placeholder="alone"
              error={errors[`/flash_readings/${index}/share`]}
              onCommit={(percent) => put(reading.id, { share: percent === null ? null : percent / 100 })}
            />
            {reading.share != null && ' % of it flash'}
            <QuietPush
              aria-label={`Delete ${of}`}
              onPress={() =>
                edit((s) => ({
                  ...s,
                  flash_readings: s.flash_readings.filter(({ id }) => id !== reading.id),
                }))
              }
            >
              <X size={16} aria-hidden />
            </QuietPush>
            {report && <p>{report.text}</p>}
            {report?.for_kit && kept && <KeepInKit name={name} kept={kept} flash={report.for_kit} />}
          </div>
        )
      })}
      {first && (
        <QuietPush
          aria-label={`Add a flash reading of ${name}`}
          onPress={() =>
            edit((s) => ({ ...s, flash_readings: [...s.flash_readings, fresh(s.flash_readings, first)] }))
          }
        >
          Add a flash reading
        </QuietPush>
      )}
    </Lines>
  )
})

/** Where answers list a patch. */
const placeOf = (patch: Patch) => patches.findIndex(({ id }) => id === patch)

type KeepProps = { name: string; kept: KeptItem; flash: NonNullable<FlashReadingReport['for_kit']> }

/** What was read, kept for all jobs: an edit of the kit like any other, undone on its sheet. */
function KeepInKit({ name, kept, flash }: KeepProps) {
  const { session } = useItem(kept)
  return (
    <Push
      aria-label={`Keep what was read of ${name} in the kit`}
      onPress={() => session.edit(() => ({ kind: 'flash', ...flash }))}
    >
      Keep it in the kit
    </Push>
  )
}
