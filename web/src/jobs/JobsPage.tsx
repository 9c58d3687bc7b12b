import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { FileTrigger } from 'react-aria-components'
import { useNavigate } from 'react-router'
import styled from 'styled-components'
import { ApiProblem, client, need, words } from '../api/client'
import { jobsQuery, kitQuery } from '../api/queries'
import type { Imported } from '../api/types'
import { useKeys } from '../keys/KeysProvider'
import { LiveText, Trouble } from '../ui/Field'
import { useNotice } from '../ui/Notices'
import { MainPush, Push } from '../ui/Push'
import { JobEntry } from './JobEntry'

const Page = styled.main`
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
`

const newJob = { name: 'New job', kind: 'portrait', client: '', date: '', place: '' } as const

/** Adds files and says what they brought. */
function useImport() {
  const queries = useQueryClient()
  const say = useNotice()
  return useMutation({
    mutationFn: async (file: File) => {
      const body = await file.text()
      return need<Imported>(
        client.POST('/api/import', {
          body: body as never,
          bodySerializer: (text) => text as unknown as string,
          headers: { 'Content-Type': 'application/json' },
        }),
      )
    },
    onSuccess: (taken) => {
      void queries.invalidateQueries()
      const what = taken.job ? (taken.copied ? 'Job taken as a copy' : 'Job taken') : 'Kit taken'
      say(`${what}: ${taken.added.length} added to the kit, ${taken.kept.length} there already.`)
    },
  })
}

/** All jobs, with their setups in shooting order. */
export function JobsPage() {
  const jobs = useQuery(jobsQuery)
  const kit = useQuery(kitQuery)
  const queries = useQueryClient()
  const navigate = useNavigate()
  const add = useMutation({
    mutationFn: () => need(client.POST('/api/jobs', { body: newJob })),
    onSuccess: () => queries.invalidateQueries(jobsQuery),
  })
  const take = useImport()
  const sample = useMutation({
    mutationFn: () => need(client.POST('/api/kit/sample')),
    onSuccess: () => queries.invalidateQueries(kitQuery),
  })
  const first = jobs.data?.[0]?.setups[0]
  useKeys('jobs', [
    { key: 'n', name: 'New job', run: () => add.mutate() },
    { key: 'b', name: 'Bench of the first setup', run: () => first && navigate(`/setups/${first.id}`) },
  ])
  const trouble = [jobs.error, add.error, take.error, sample.error].find(Boolean)
  return (
    <Page>
      <div className="top">
        <h1>Jobs</h1>
        <FileTrigger
          acceptedFileTypes={['application/json', '.json']}
          onSelect={(files) => files?.[0] && take.mutate(files[0])}
        >
          <Push>{take.isPending ? 'Taking …' : 'Import a file'}</Push>
        </FileTrigger>
        <MainPush onPress={() => add.mutate()}>New job</MainPush>
      </div>
      {trouble && <Trouble>{words(trouble)}</Trouble>}
      {jobs.isPending && <p role="status">Fetching the jobs …</p>}
      {kit.data?.length === 0 && (
        <p>
          The kit is empty, so there is nothing to plan with yet.{' '}
          <Push onPress={() => sample.mutate()}>Start with the sample kit</Push> or{' '}
          <Push onPress={() => navigate('/kit')}>enter your own</Push>
        </p>
      )}
      {jobs.data?.length === 0 && (
        <p>No job yet. Make one, then a setup in it, and enter what the meter said.</p>
      )}
      {jobs.data?.map((job) => (
        <JobEntry key={job.id} job={job} />
      ))}
    </Page>
  )
}

/** A name to type before something is made. */
export function NameToMake({
  label,
  onMake,
  error,
}: {
  label: string
  onMake: (name: string) => void
  error: unknown
}) {
  const [round, setRound] = useState(0)
  const problem =
    error instanceof ApiProblem ? (error.problem.errors[0]?.detail ?? error.problem.detail) : undefined
  return (
    <span key={round}>
      <LiveText
        label={label}
        value=""
        wide
        placeholder={label}
        error={problem}
        onCommit={(name) => {
          onMake(name)
          setRound(round + 1)
        }}
      />
    </span>
  )
}
