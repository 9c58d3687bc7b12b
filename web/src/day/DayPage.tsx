import { Spoken } from '../ui/voice'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams, useSearchParams } from 'react-router'
import { ApiProblem, words } from '../api/client'
import { jobQuery, startsQuery } from '../api/queries'
import type { JobSummary } from '../api/types'
import { useKeys } from '../keys/KeysProvider'
import { choicesOf } from '../ui/choices'
import { Trouble } from '../ui/Trouble'
import { Keeping, SaveWords } from '../ui/Keeping'
import { Push } from '../ui/Push'
import { Views } from '../ui/Views'
import { useTitle } from '../ui/useTitle'
import { DateLine } from './DateLine'
import { ByCoordinates, FindPlace, type Found } from './PlaceLines'
import { PlaceView } from './PlaceView'
import { useDay } from './useDay'
import { Page } from './DaySheet'
import { LightView } from './LightView'

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
