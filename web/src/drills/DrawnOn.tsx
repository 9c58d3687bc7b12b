import { useInfiniteQuery } from '@tanstack/react-query'
import { jobsQuery } from '../api/queries'
import { LiveChoice } from '../ui/LiveChoice'

const MADE_UP = { id: 'made-up', name: 'frames made up for each' }

type Props = { job: string | undefined; onChoose: (job: string | undefined) => void }

/** What rounds are drawn on: sets made up for each, or the setups of a job. */
export function DrawnOn({ job, onChoose }: Props) {
  const jobs = useInfiniteQuery(jobsQuery(''))
  const own = (jobs.data?.pages ?? [])
    .flatMap((page) => page.jobs)
    .filter((one) => one.setups.length > 0)
    .map((one) => ({ id: one.id, name: `the setups of ${one.job.name}` }))
  return (
    <LiveChoice
      label="Drawn on"
      value={job ?? MADE_UP.id}
      choices={[MADE_UP, ...own]}
      onChoose={(id) => onChoose(id === MADE_UP.id ? undefined : id)}
    />
  )
}
