import { useSaid } from '../words/useSaid'
import { Spoken } from '../ui/voice'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { ApiProblem, words } from '../api/client'
import { dayAnswerQuery, momentQuery, settingsQuery, setupQuery } from '../api/queries'
import type { Day, DayAnswer, JobSummary } from '../api/types'
import { clockTime } from '../words/units'
import { useKeys } from '../keys/KeysProvider'
import { download } from '../ui/download'
import { Trouble } from '../ui/Trouble'
import { Push } from '../ui/Push'
import { typedTime } from '../words/time'
import { clockAt } from './clock'
import { ClockRuler, ItIs } from './ClockDial'
import { Compass } from './Compass'
import { LadderList } from './LadderList'
import { MomentPicture } from './MomentPicture'
import { MomentWords } from './MomentWords'
import { SetupSlots } from './SetupSlots'
import { Strip } from './strip/Strip'
import { type DayState } from './useDay'
import { Events } from './Events'

const isToday = (date: string) => {
  const now = new Date()
  const two = (value: number) => String(value).padStart(2, '0')
  return date === `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}

type LightProps = {
  job: JobSummary
  state: DayState
  day: Day
  search: URLSearchParams
  look: (change: Record<string, string>) => void
}

export function LightView({ job, state, day, search, look }: LightProps) {
  const setup = search.get('setup') ?? job.setups[0]?.id
  // Only a time is taken from the address; anything else there is passed over.
  const at = typedTime(search.get('at') ?? '') ?? undefined
  const answered = useQuery(dayAnswerQuery(job.id, { setup, clock: at }))
  const refused = answered.error instanceof ApiProblem ? answered.error.problem : null
  const clockError = refused?.errors.find((one) => one.field === '/clock')?.detail
  const answer = answered.data
  if (!answer) {
    // A time that does not exist is put right where it was typed; anything else is said.
    return (
      <div className="body">
        {answered.error ? <Trouble>{words(answered.error)}</Trouble> : <Spoken>Working out the day …</Spoken>}
        {clockError && <Push onPress={() => look({ at: day.from })}>Back to {day.from}</Push>}
      </div>
    )
  }
  return (
    <Answered
      key={`${job.id}${job.job.date}`}
      {...{ job, state, day, answer, at, look, clockError }}
      setup={setup}
      stale={answered.isPlaceholderData || answered.isError}
      trouble={answered.error && !clockError ? words(answered.error) : null}
    />
  )
}

type AnsweredProps = Omit<LightProps, 'search'> & {
  answer: DayAnswer
  setup?: string
  at?: string
  clockError?: string
  stale: boolean
  trouble: string | null
}

/** The minute of a clock on the strip. */
function minuteOf(answer: DayAnswer, clock: string): number | null {
  for (let minute = answer.from - 60; minute <= answer.minutes; minute++) {
    if (minute >= 0 && clockAt(answer, minute) === clock) return minute
  }
  for (let minute = 0; minute < answer.from; minute++) if (clockAt(answer, minute) === clock) return minute
  return null
}

function Answered(props: AnsweredProps) {
  const { job, state, day, answer, setup, at, look, clockError, stale, trouble } = props
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const show = (time: string) => clockTime(time, clock)
  const said = useSaid()
  const chosen = answer.setups.find((one) => one.light.setup === setup)
  const settled = (at ? minuteOf(answer, at) : null) ?? chosen?.from ?? answer.from
  const [turned, setTurned] = useState<number | null>(null)
  const minute = turned ?? settled
  const asked = useDeferredValue(clockAt(answer, minute))
  const moment = useQuery(momentQuery(job.id, { setup, clock: asked })).data
  const kept = useQuery(setupQuery(setup)).data?.setup
  const spot = day.place.spots.find((one) => one.id === chosen?.slot?.spot)
  const set = (time: string) => {
    setTurned(null)
    look({ at: time })
  }
  const ladder = answer.ladder
  const move = (id: string, to: number) => {
    const slot = answer.setups.find((one) => one.light.setup === id)?.slot
    if (slot) state.placeOne(id, slot, { time: clockAt(answer, to) })
  }
  const minds = answer.remarks.filter((remark) => !remark.setup || remark.setup === setup)
  useKeys('ladder', [
    {
      key: 'n',
      name: 'Clock to the next change of the ladder',
      run: () => {
        const next = ladder?.rungs.find((rung) => rung.minute > minute)
        if (next) set(next.clock)
      },
    },
  ])
  return (
    <div className="body light" aria-busy={stale}>
      {answer.notes.map((note) => (
        <p key={note} className="notes">
          {said(note)}
        </p>
      ))}
      {trouble && <Trouble>{trouble}</Trouble>}
      <div className="strip">
        <Strip
          answer={answer}
          chosen={setup}
          clock={minute}
          show={show}
          onChoose={(id) => look({ setup: id })}
          onMove={move}
        />
        <ClockRuler
          answer={answer}
          minute={minute}
          show={show}
          onTurn={setTurned}
          onSet={(time) => look({ at: time })}
        />
      </div>
      <div className="columns">
        <section className="ladder" aria-label="What to turn when">
          <h2>{chosen ? `Ladder of ${chosen.name}` : 'Ladder'}</h2>
          <ItIs
            answer={answer}
            minute={minute}
            error={clockError}
            onSet={set}
            isToday={isToday(job.job.date)}
          />
          {ladder ? (
            <LadderList ladder={ladder} setup={kept} minute={minute} show={show} />
          ) : (
            <p>
              {chosen
                ? 'The ladder is told when the setup has a spot and a time.'
                : 'Choose a setup to see what to turn when.'}
            </p>
          )}
        </section>
        <section className="compass" aria-label="Sun and light at this minute">
          {kept?.slot && setup && <MomentPicture id={setup} setup={kept} clock={asked} show={show} />}
          {moment && (
            <>
              <Compass answer={answer} moment={moment} spot={spot} said={said(moment.text)} />
              <MomentWords moment={moment} readings={chosen?.readings ?? []} />
            </>
          )}
        </section>
        <section className="list" aria-label="Setups">
          <h2>Setups</h2>
          <SetupSlots
            state={state}
            job={job.id}
            day={day}
            answer={answer}
            chosen={setup}
            onChoose={(id) => look({ setup: id })}
          />
          <p className="does">
            <Push onPress={() => download(`/api/jobs/${job.id}/day.ics`)}>Calendar</Push>
            <Push onPress={() => download(`/api/jobs/${job.id}/readings.csv`)}>Readings as CSV</Push>
            {ladder && (
              <Push onPress={() => download(`/api/setups/${ladder.setup}/ladder.csv`)}>Ladder as CSV</Push>
            )}
          </p>
          <Events answer={answer} show={show} />
          {answer.haze && <p className="small">{answer.haze}</p>}
        </section>
        <section className="minds" aria-label="What to mind" style={{ gridColumn: '1 / -1' }}>
          {minds.map((remark) => (
            <p key={remark.text} className="caution">
              {remark.clock ? `From ${show(remark.clock)}: ` : ''}
              {remark.text}
            </p>
          ))}
        </section>
      </div>
    </div>
  )
}
