import { lazy, Suspense, useState } from 'react'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { Link } from 'react-router'
import { client, need, words } from '../api/client'
import type { JobKind, JobSummary } from '../api/types'
import { download } from '../ui/download'
import { LiveDate, LiveText } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Trouble } from '../ui/Trouble'
import { Keeping, SaveWords } from '../ui/Keeping'
import { useNotice } from '../ui/Notices'
import { Push } from '../ui/Push'
import { Entry } from './JobLines'
import { NameToMake } from '../ui/NameToMake'
import { Choices } from '../ui/Choices'
import { isPlain, PurposeLines } from './PurposeLines'
import { ShootingOrder } from './ShootingOrder'
import { dateOf } from './until'
import { useJob } from './useJob'
import { useNewSetup } from './useNewSetup'

const DayCalendar = lazy(() => import('../ui/DayCalendar'))
const kinds: { id: JobKind; name: string }[] = [
  { id: 'portrait', name: 'Portrait' },
  { id: 'event', name: 'Event' },
  { id: 'product', name: 'Product' },
]

/** What is done with a job now and then. */
const rest = [
  { id: 'purpose', name: 'What its pictures are for' },
  { id: 'duplicate', name: 'Duplicate' },
  { id: 'export', name: 'Export' },
  { id: 'takes', name: 'Export with takes' },
  { id: 'delete', name: 'Delete' },
] as const

/** A job with its setups in shooting order. */
export default function JobEntry({ job }: { job: JobSummary }) {
  const queries = useQueryClient()
  const say = useNotice()
  const refresh = () => queries.invalidateQueries({ queryKey: ['jobs'] })
  const params = { path: { id: job.id } }
  const { draft: brief, errors, edit, session, ...state } = useJob(job)
  const duplicate = useMutation({
    mutationFn: () => need(client.POST('/api/jobs/{id}/duplicate', { params })),
    onSuccess: (copy) => {
      say(`${copy.job.name} made.`)
      return refresh()
    },
  })
  const restore = useMutation({
    mutationFn: () => need(client.POST('/api/jobs/{id}/restore', { params })),
    onSuccess: refresh,
  })
  const remove = useMutation({
    mutationFn: () => need(client.DELETE('/api/jobs/{id}', { params })),
    onSuccess: () => {
      say(`${job.job.name} deleted.`, { label: 'Bring it back', run: () => restore.mutate() })
      return refresh()
    },
  })
  const addSetup = useNewSetup(job.id)
  const [told, setTold] = useState(false)
  const doing: Record<(typeof rest)[number]['id'], () => void> = {
    purpose: () => setTold(true),
    duplicate: () => duplicate.mutate(),
    export: () => download(`/api/jobs/${job.id}/export`),
    takes: () => download(`/api/jobs/${job.id}/export?frames=true`),
    delete: () => remove.mutate(),
  }
  const error = (field: string) => errors[field]
  const trouble = [duplicate.error, remove.error].find(Boolean)
  return (
    <Entry aria-label={job.job.name} data-job={job.id}>
      <div>
        <h2 className="name">
          <LiveText
            label="Name of the job"
            value={brief.name}
            wide
            error={error('/name')}
            onCommit={(name) => edit({ name })}
          />
        </h2>
        <p className="lines">
          <LiveChoice
            label="Kind of job"
            value={brief.kind}
            choices={kinds}
            onChoose={(kind) => edit({ kind })}
          />{' '}
          for{' '}
          <LiveText
            label="Client"
            value={brief.client}
            wide
            placeholder="client"
            error={error('/client')}
            onCommit={(text) => edit({ client: text })}
          />{' '}
          on{' '}
          <LiveDate
            label="Date"
            value={brief.date}
            placeholder="2026-06-30"
            error={error('/date')}
            onCommit={(date) => edit({ date })}
          />{' '}
          {brief.date === '' && (
            <>
              <Push onPress={() => edit({ date: dateOf(new Date()) })}>today</Push>{' '}
              <Push onPress={() => edit({ date: dateOf(new Date(), 1) })}>tomorrow</Push>{' '}
            </>
          )}
          <Suspense>
            <DayCalendar
              label={`Date of ${job.job.name}`}
              date={brief.date}
              onPick={(date) => edit({ date })}
            />
          </Suspense>{' '}
          at{' '}
          <LiveText
            label="Place"
            value={brief.place}
            wide
            placeholder="place"
            error={error('/place')}
            onCommit={(place) => edit({ place })}
          />
        </p>
        {(told || !isPlain(brief)) && (
          <PurposeLines name={brief.name} brief={brief} errors={errors} onPut={edit} />
        )}
        <p className="does">
          <Link to={`/jobs/${job.id}/day`} aria-label={`Day of ${job.job.name}`}>
            Day
          </Link>
          <Link to={`/jobs/${job.id}/card`} aria-label={`Card of ${job.job.name}`}>
            Card
          </Link>
          <Link to={`/jobs/${job.id}/log`} aria-label={`Log of ${job.job.name}`}>
            Log
          </Link>
          <Choices
            label="More"
            quiet
            name={`More for ${job.job.name}`}
            of={rest.filter(({ id }) => id !== 'purpose' || (!told && isPlain(brief)))}
            onChoose={({ id }) => doing[id]()}
          />
        </p>
        {trouble && <Trouble>{words(trouble)}</Trouble>}
        <Keeping state={state} by={session} />
        {state.save !== 'saved' && <SaveWords save={state.save} />}
      </div>
      <div>
        <ShootingOrder job={job} />
        <NameToMake
          label="New setup: type its name"
          error={addSetup.error}
          onMake={(name) => addSetup.mutate(name)}
        />
      </div>
    </Entry>
  )
}
