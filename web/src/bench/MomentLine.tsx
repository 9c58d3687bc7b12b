import { figure } from '../words/figure'
import { useQuery } from '@tanstack/react-query'
import { memo } from 'react'
import { Link } from 'react-router'
import { dayQuery, settingsQuery } from '../api/queries'
import type { Level, Setup, Slot } from '../api/types'
import { span } from '../day/clock'
import { stopsLabel } from '../words/stops'
import { clockTime } from '../words/units'
import { LiveTime } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { errorAt } from './errors'
import type { BenchState } from './useBench'

type Props = Pick<BenchState, 'errors' | 'putAt'> & { job: string; id: string; slot: Setup['slot'] }

/** The time of the day it is for and where. A new time plans again. */
export const MomentLine = memo(function MomentLine({ job, id, slot, errors, putAt }: Props) {
  const day = useQuery(dayQuery(job)).data?.day
  const to = `/jobs/${job}/day?setup=${id}`
  if (!day || !slot) {
    return (
      <p className="small">
        {day ? 'Not placed on its day: ' : 'No place yet: '}
        <Link to={day ? to : `/jobs/${job}/day`}>
          {day ? 'give it a spot and a time' : 'choose one on the day'}
        </Link>
        , and its light is forecast.
      </p>
    )
  }
  const put = (change: Partial<Slot>) => void putAt(change)
  const spots = day.place.spots.map((spot) => ({ id: spot.id, name: spot.name }))
  return (
    <div className="lines">
      It is{' '}
      <LiveTime
        label="It is"
        value={slot.time}
        tint="ambient"
        error={errorAt(errors, '/slot/time')}
        onCommit={(time) => put({ time })}
      />{' '}
      at{' '}
      <LiveChoice
        label="Spot"
        value={slot.spot}
        choices={spots}
        error={errors['/slot/spot']}
        onChoose={(spot) => put({ spot })}
      />
      . <Link to={to}>Day and ladder</Link>
    </div>
  )
})

/** Which levels the forecast tells, with their likely error and the reading they are bent to. */
export function ForecastWords({ levels }: { levels: Level[] }) {
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const told = levels.flatMap((level) =>
    level.source.from === 'forecast' ? [{ name: level.name, error: level.error, source: level.source }] : [],
  )
  const first = told[0]
  if (!first) return null
  const each = told.map(({ name, error }) => `${name} ± ${figure(error, 1)}`).join(', ')
  const { time, reading, age, difference } = first.source
  return (
    <p className="small" data-forecast={time}>
      Forecast for {clockTime(time, clock)}, in stops: {each}
      {reading
        ? `; bent by a reading ${age < 1 ? 'of that minute' : `${span(age)} away`}, ${stopsLabel(difference)} from the model`
        : ''}
      .
    </p>
  )
}
