import { queryOptions } from '@tanstack/react-query'
import { client, need } from '../api/client'

const of = (id: string) => ({ params: { path: { id } } })

/** A job's field card, worked out anew whenever it is opened. */
export const cardQuery = (job: string) =>
  queryOptions({
    queryKey: ['card', job],
    gcTime: 0,
    queryFn: () => need(client.GET('/api/jobs/{id}/card', of(job))),
  })

/** What is ticked on it. */
export const ticksQuery = (job: string) =>
  queryOptions({ queryKey: ['ticks', job], queryFn: () => need(client.GET('/api/jobs/{id}/ticks', of(job))) })
