import { queryOptions } from '@tanstack/react-query'
import { client, need } from '../api/client'

/** A job's field card, worked out anew whenever it is opened. */
export const cardQuery = (job: string) =>
  queryOptions({
    queryKey: ['card', job],
    gcTime: 0,
    queryFn: () => need(client.GET('/api/jobs/{id}/card', { params: { path: { id: job } } })),
  })
