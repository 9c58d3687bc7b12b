import { Spoken } from '../ui/voice'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import styled from 'styled-components'
import { ApiProblem, words } from '../api/client'
import { dayAnswerQuery, jobQuery, momentQuery, settingsQuery, startsQuery } from '../api/queries'
import type { Day, DayAnswer, JobSummary } from '../api/types'
import { clockTime } from '../words/units'
import { useKeys } from '../keys/KeysProvider'
import { choicesOf } from '../ui/choices'
import { download } from '../ui/download'
import { Trouble } from '../ui/Trouble'
import { Keeping, SaveWords } from '../ui/Keeping'
import { Push } from '../ui/Push'
import { Views } from '../ui/Views'
import { useTitle } from '../ui/useTitle'
import { typedTime } from '../words/time'
import { clockAt } from './clock'
import { ClockRuler, ItIs } from './ClockDial'
import { Compass } from './Compass'
import { DateLine } from './DateLine'
import { LadderList } from './LadderList'
import { MomentWords } from './MomentWords'
import { ByCoordinates, FindPlace, type Found } from './PlaceLines'
import { PlaceView } from './PlaceView'
import { SetupSlots } from './SetupSlots'
import { Strip } from './strip/Strip'
import { type DayState, useDay } from './useDay'

const Page = styled.div`
  padding-bottom: 90px;
  .head {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 14px;
    padding: 5px 20px;
    min-height: 46px;
    border-bottom: 1px solid ${({ theme }) => theme.engraved};
  }
  h1 {
    font-size: 18px;
    font-weight: 400;
  }
  .end {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .body {
    padding: 10px 20px 0;
  }
  .notes {
    border-left: 4px solid ${({ theme }) => theme.engraved};
    padding-left: 8px;
  }
  .lines {
    line-height: 1.7;
  }
  .small {
    font-size: 13px;
    line-height: 1.35;
    color: ${({ theme }) => theme.quiet};
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding: 4px 0;
  }
  .points {
    display: flex;
    flex-wrap: wrap;
    gap: 0 16px;
  }
  h2 {
    font-size: 12.5px;
    font-weight: 600;
    color: ${({ theme }) => theme.quiet};
    padding-bottom: 4px;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(270px, 1fr) 250px minmax(340px, 1.35fr);
    gap: 10px 28px;
    padding-top: 6px;
  }
  .caution {
    border-left: 4px solid ${({ theme }) => theme.warn};
    padding-left: 8px;
    margin-top: 6px;
    font-size: 13px;
    line-height: 1.35;
  }
  @media (max-width: 1000px) {
    .columns {
      grid-template-columns: 1fr 1fr;
    }
    .columns .list {
      grid-column: 1 / -1;
    }
  }
  @media (max-width: 760px) {
    .head,
    .body {
      padding-left: 12px;
      padding-right: 12px;
    }
    .columns {
      grid-template-columns: 1fr;
    }
    .body.light {
      display: flex;
      flex-direction: column;
    }
    /* In the dark what to turn next comes first, and the strip after it. */
    .body.light .strip {
      order: 2;
    }
    .body.light .columns {
      display: contents;
    }
    .body.light .ladder {
      order: 1;
      padding-bottom: 12px;
    }
    .body.light .compass,
    .body.light .list,
    .body.light .minds {
      order: 3;
      padding-top: 12px;
    }
  }
`
type View = 'light' | 'place'
const views = choicesOf<View>({ light: 'Light', place: 'Place and sky' })

/** A job's day: its light, its setups, and what to turn when. */
export default function DayPage() {
  const { id = '' } = useParams()
  const found = useQuery(jobQuery(id))
  const job = found.data
  useTitle(job && `Day of ${job.job.name}`)
  const state = useDay(id)
  const starts = useQuery(startsQuery).data
  const [search, setSearch] = useSearchParams()
  const view: View = search.get('view') === 'place' ? 'place' : 'light'
  const look = (change: Record<string, string>) =>
    setSearch((now) => ({ ...Object.fromEntries(now), ...change }), { replace: true })
  useKeys('day', [
    { key: 'z', name: 'Undo', run: state.undo },
    { key: 'y', name: 'Redo', run: state.redo },
    { key: 'g', name: 'Light or place', run: () => look({ view: view === 'place' ? 'light' : 'place' }) },
  ])
  if (!job || !state.kept) {
    const gone = state.missing || (found.error instanceof ApiProblem && found.error.problem.status === 404)
    if (gone) return <Spoken>This job is not there. It may have been deleted: Jobs lists what was.</Spoken>
    const trouble = found.error ? words(found.error) : state.trouble
    if (!trouble) return <Spoken>Fetching the day …</Spoken>
    return (
      <Spoken>
        {trouble}{' '}
        <Push
          onPress={() => {
            void found.refetch()
            state.session.retry()
          }}
        >
          Try again
        </Push>
      </Spoken>
    )
  }
  const { day } = state
  /** The day begins where a place was found. */
  const begin = (found: Found) => {
    if (starts) state.keep({ ...starts.day, place: { ...starts.day.place, ...found } })
  }
  return (
    <Page>
      <header className="head">
        <h1>
          <Link to="/">{job.job.name}</Link> / <strong>Day</strong>
        </h1>
        {day && (
          <Views label="Light or place" views={views} shows={view} onShow={(next) => look({ view: next })} />
        )}
        <span className="end">
          <SaveWords save={state.save} />
          <DateLine job={job} />
          <Push onPress={state.undo} isDisabled={!state.canUndo}>
            Undo
          </Push>
          <Push onPress={state.redo} isDisabled={!state.canRedo}>
            Redo
          </Push>
        </span>
      </header>
      <Keeping state={state} by={state.session} />
      {!day ? (
        <div className="body">
          <h2>Where is it?</h2>
          <p>Find the town, or say where you are. Its name can be changed to any other afterwards.</p>
          <FindPlace named={job.job.place} onPlace={begin} />
          <ByCoordinates named={job.job.place} onPlace={begin} />
        </div>
      ) : view === 'place' ? (
        <PlaceView state={state} day={day} seed={seedOf(job)} />
      ) : !state.kept.day ? (
        <Spoken>Putting the place down …</Spoken>
      ) : job.job.date === '' ? (
        <div className="body">
          <Trouble>Choose a date first: without one there is no light to tell.</Trouble>
        </div>
      ) : (
        <LightView job={job} state={state} day={day} search={search} look={look} />
      )}
    </Page>
  )
}

/** The simulated forecast's seed: the same for the same job and date. */
const seedOf = (job: JobSummary) =>
  [...`${job.id}${job.job.date}`].reduce((seed, letter) => (seed * 31 + letter.charCodeAt(0)) >>> 0, 7)

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

function LightView({ job, state, day, search, look }: LightProps) {
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
  const chosen = answer.setups.find((one) => one.light.setup === setup)
  const settled = (at ? minuteOf(answer, at) : null) ?? chosen?.from ?? answer.from
  const [turned, setTurned] = useState<number | null>(null)
  const minute = turned ?? settled
  const asked = useDeferredValue(clockAt(answer, minute))
  const moment = useQuery(momentQuery(job.id, { setup, clock: asked })).data
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
          {note}
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
            <LadderList ladder={ladder} minute={minute} show={show} />
          ) : (
            <p>
              {chosen
                ? 'The ladder is told when the setup has a spot and a time.'
                : 'Choose a setup to see what to turn when.'}
            </p>
          )}
        </section>
        <section className="compass" aria-label="Sun and light at this minute">
          {moment && (
            <>
              <Compass answer={answer} moment={moment} spot={spot} said={moment.text} />
              <MomentWords moment={moment} show={show} readings={chosen?.readings ?? []} />
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

/** What the sun does that day, and the windows of light, as a list to read. */
function Events({ answer, show }: { answer: DayAnswer; show: (clock: string) => string }) {
  const windows = answer.windows.filter((window) => window.kind !== 'dark')
  return (
    <details>
      <summary style={{ minHeight: 32, paddingTop: 6, cursor: 'pointer' }}>
        Sun and windows of light of the day
      </summary>
      <dl className="points" aria-label="Sun of the day">
        {answer.events.map((event) => (
          <div key={`${event.kind}${event.minute}`} data-event={event.kind}>
            <dt style={{ display: 'inline' }}>{event.name}</dt>{' '}
            <dd style={{ display: 'inline', fontWeight: 650 }}>{show(event.clock)}</dd>
          </div>
        ))}
        {windows.map((window) => (
          <div key={`${window.kind}${window.from}`} data-lasts={window.kind}>
            <dt style={{ display: 'inline' }}>{window.name}</dt>{' '}
            <dd style={{ display: 'inline', fontWeight: 650 }}>
              {show(window.begins)}–{show(window.ends)}
            </dd>
          </div>
        ))}
      </dl>
    </details>
  )
}
