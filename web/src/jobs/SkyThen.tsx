import { useQuery } from '@tanstack/react-query'
import { dayQuery } from '../api/queries'
import { cloudSources } from '../day/choices'
import { skyWords } from './sky'

type Props = { job: string; times: string[] }

/** The sky of a job's day while its setups are made, and how it is known. */
export function SkyThen({ job, times }: Props) {
  const day = useQuery(dayQuery(job)).data?.day
  if (!day) return null
  return (
    <p data-sky>
      {skyWords(day.clouds, times)} ({cloudSources[day.clouds_from]}).
    </p>
  )
}
