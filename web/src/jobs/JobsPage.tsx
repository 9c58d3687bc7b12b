import { Spoken } from '../ui/voice'
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useDeferredValue, useState } from 'react'
import { FileTrigger } from 'react-aria-components'
import { useNavigate } from 'react-router'
import styled from 'styled-components'
import { client, need, words as said } from '../api/client'
import { asideQuery, jobsQuery, kitQuery } from '../api/queries'
import type { Brief, Imported, JobSummary } from '../api/types'
import { useKeys } from '../keys/KeysProvider'
import { Trouble } from '../ui/Trouble'
import { useNotice } from '../ui/Notices'
import { MainPush, Push } from '../ui/Push'
import { Search } from '../ui/Search'
import { useTitle } from '../ui/useTitle'
import { JobLines } from './JobLines'
import { dateOf } from './until'
import { useNow } from './useNow'

const DeletedList = lazy(() => import('./DeletedList'))
const FirstSteps = lazy(() => import('./FirstSteps'))
const YearStrip = lazy(() => import('./YearStrip'))
const NextJob = lazy(() => import('./NextJob'))
const JobEntry = lazy(() => import('./JobEntry'))

const Page = styled.div`
  max-width: 1120px;
  margin: 0 auto;
  padding: 18px 20px 90px;
  .top {
    display: flex;
    flex-wrap: wrap;
    gap: 10px 16px;
    align-items: center;
    padding-bottom: 12px;
  }
  h1 {
    font-size: 24px;
    font-weight: 650;
    font-stretch: 84%;
    margin-right: auto;
  }
  .aside {
    border-left: 4px solid ${({ theme }) => theme.warn};
    padding: 2px 0 2px 10px;
    margin-bottom: 12px;
  }
  > h2 {
    font-size: 17px;
    font-stretch: 88%;
    font-weight: 650;
    padding: 4px 0;
  }
  .more {
    border-top: 1px solid ${({ theme }) => theme.engraved};
    padding: 14px 0;
  }
`

const newJob: Brief = {
  name: 'New job',
  kind: 'portrait',
  client: '',
  date: '',
  place: '',
  purpose: { shown: { on: 'anywhere' }, shape: 'sensor' },
  venue: { tripod: true, stands: true, flash: true, sound: true, bounce: true },
  lines: [],
}

/** Adds files and says what they brought. */
function useImport() {
  const queries = useQueryClient()
  const say = useNotice()
  return useMutation({
    mutationFn: async (file: File) => {
      return need<Imported>(
        client.POST('/api/import', {
          body: file as never,
          bodySerializer: () => file,
          headers: { 'Content-Type': 'application/octet-stream' },
        }),
      )
    },
    onSuccess: (taken) => {
      void queries.invalidateQueries()
      const jobs = taken.jobs.length
      const copies =
        taken.copied === 0
          ? ''
          : jobs === 1
            ? ' as a copy'
            : `, ${taken.copied} of them as copies of what was there`
      const what = jobs === 0 ? 'Kit taken' : `${jobs === 1 ? 'Job' : `${jobs} jobs`} taken${copies}`
      const misfits =
        taken.misfits.length > 0
          ? ` Your kit does not allow all of ${taken.misfits.join(', ')}: mend it there.`
          : ''
      const takes = taken.takes === 0 ? '' : taken.takes === 1 ? ' with 1 take' : ` with ${taken.takes} takes`
      say(
        `${what}${takes}: ${taken.added.length} added to the kit, ${taken.kept.length} there already.${misfits}`,
      )
    },
  })
}

/** All jobs, with their setups in shooting order. */
export default function JobsPage() {
  useTitle('Jobs')
  const now = useNow()
  const [words, setWords] = useState('')
  const jobs = useInfiniteQuery(jobsQuery(useDeferredValue(words)))
  const all = jobs.data?.pages.flatMap((page) => page.jobs) ?? []
  const aside = useQuery(asideQuery).data ?? []
  const kit = useQuery(kitQuery)
  const queries = useQueryClient()
  const navigate = useNavigate()
  const add = useMutation({
    mutationFn: () => need(client.POST('/api/jobs', { body: newJob })),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['jobs'] }),
  })
  const take = useImport()
  const first = all[0]?.setups[0]
  // Nobody has planned anything here yet.
  const isNew =
    words === '' &&
    jobs.data !== undefined &&
    kit.data !== undefined &&
    (kit.data.length === 0 || all.every((job) => job.setups.length === 0))
  useKeys('jobs', [
    { key: 'n', name: 'New job', run: () => add.mutate() },
    {
      key: 'b',
      name: 'Bench of the first setup',
      run: () => void (first && navigate(`/setups/${first.id}`)),
    },
  ])
  const trouble = [jobs.error, add.error, take.error].find(Boolean)
  const today = dateOf(now)
  const isPast = (job: JobSummary) => job.job.date !== '' && job.job.date < today
  const [past, coming] = [all.filter(isPast), all.filter((job) => !isPast(job))]
  const entry = (job: JobSummary) => (
    <Suspense key={job.id} fallback={<JobLines job={job} />}>
      <JobEntry job={job} />
    </Suspense>
  )
  return (
    <Page>
      <div className="top">
        <h1>Jobs</h1>
        <Search
          label="Search jobs"
          placeholder="Name, client, place or date"
          value={words}
          onChange={setWords}
        />
        <FileTrigger
          acceptedFileTypes={['application/json', '.json', 'application/zip', '.zip']}
          onSelect={(files) => files?.[0] && take.mutate(files[0])}
        >
          <Push>{take.isPending ? 'Taking …' : 'Import a file'}</Push>
        </FileTrigger>
        <MainPush onPress={() => add.mutate()}>New job</MainPush>
      </div>
      {trouble && (
        <Trouble>
          {said(trouble)} {jobs.error && <Push onPress={() => void jobs.refetch()}>Try again</Push>}
        </Trouble>
      )}
      {aside.length > 0 && (
        <section aria-label="Set aside" className="aside">
          <h2>Set aside, since this program cannot read it. It is left as it is; the rest works.</h2>
          <ul>
            {aside.map((one) => (
              <li key={`${one.what}${one.id}`}>
                The {one.what} “{one.name}”{one.field && ` at ${one.field.slice(1).replaceAll('/', ', ')}`}:{' '}
                {one.why}
              </li>
            ))}
          </ul>
        </section>
      )}
      {words === '' && (
        <Suspense>
          <NextJob />
        </Suspense>
      )}
      <Suspense>
        <YearStrip now={now} words={words} onSearch={setWords} />
      </Suspense>
      {jobs.isPending && <Spoken>Fetching the jobs …</Spoken>}
      {isNew && (
        <Suspense>
          <FirstSteps hasKit={kit.data?.length !== 0} job={all[0]?.id ?? null} onMake={() => add.mutate()} />
        </Suspense>
      )}
      {jobs.data && all.length === 0 && words !== '' && <p>No job has all of these words: {words}.</p>}
      {words === '' && past.length > 0 && coming.length > 0 && <h2>Coming</h2>}
      {coming.map(entry)}
      {words === '' && past.length > 0 && <h2>Past</h2>}
      {past.map(entry)}
      {jobs.hasNextPage && (
        <p className="more">
          <Push onPress={() => void jobs.fetchNextPage()} isDisabled={jobs.isFetchingNextPage}>
            {jobs.isFetchingNextPage ? 'Fetching …' : 'Show earlier jobs'}
          </Push>
        </p>
      )}
      <Suspense>
        <DeletedList />
      </Suspense>
    </Page>
  )
}
