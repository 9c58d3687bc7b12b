import { useMutation, useQueryClient } from '@tanstack/react-query'
import { ApiProblem, client, need, words } from '../api/client'
import { jobsQuery } from '../api/queries'
import type { JobSummary } from '../api/types'
import { LiveText } from '../ui/Field'

/** The date of the job, which is the day's. */
export function DateLine({ job }: { job: JobSummary }) {
  const queries = useQueryClient()
  const keep = useMutation({
    mutationFn: (date: string) =>
      need(
        client.PUT('/api/jobs/{id}', {
          params: { path: { id: job.id } },
          body: { job: { ...job.job, date }, version: job.version },
        }),
      ),
    onSettled: () =>
      Promise.all([
        queries.invalidateQueries(jobsQuery),
        queries.invalidateQueries({ queryKey: ['day', job.id] }),
      ]),
  })
  const problem =
    keep.error instanceof ApiProblem ? (keep.error.problem.errors[0]?.detail ?? words(keep.error)) : undefined
  return (
    <span>
      On{' '}
      <LiveText
        label="Date"
        value={job.job.date}
        placeholder="2026-06-30"
        error={problem}
        onCommit={(date) => keep.mutate(date.trim())}
      />
    </span>
  )
}
