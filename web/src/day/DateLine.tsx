import type { JobSummary } from '../api/types'
import { useJob } from '../jobs/useJob'
import { LiveDate } from '../ui/Field'

/** The date of the job, which is the day's. */
export function DateLine({ job }: { job: JobSummary }) {
  const { draft, errors, edit } = useJob(job)
  return (
    <span>
      On{' '}
      <LiveDate
        label="Date"
        value={draft.date}
        placeholder="2026-06-30"
        error={errors['/date']}
        onCommit={(date) => edit({ date })}
      />
    </span>
  )
}
