/* A scale of a drill is engraved in thirds, and what is said of it is too, whatever the dials click in. */
import { queryOptions, type QueryClient } from '@tanstack/react-query'
import { client, needAsTold } from '../api/client'
import type { DrillKind } from '../api/types'
import { smallQuery } from '../picture/SmallFrame'

/** How finely frames are made, by their longer side in pixels. */
export const MADE = 330

export const drillsQuery = queryOptions({
  queryKey: ['drills'],
  queryFn: () => needAsTold(client.GET('/api/drills')),
})

/** Which round of this sitting is asked: of a kind that was wanted, or of the one that is due; on a job’s own setups, or made-up sets. */
export type Asked = { sitting: number; number: number; kind?: DrillKind; job?: string }

/** A round to answer; the one after another can be drawn while that is thought about. */
export const roundQuery = ({ sitting, number, kind, job }: Asked, after?: DrillKind) =>
  queryOptions({
    // Not among what is stale when an answer is kept: a round stays what it is.
    queryKey: ['drill-round', sitting, number, kind ?? null, job ?? null],
    queryFn: () =>
      needAsTold(
        client.GET('/api/drills/round', {
          params: { query: { ...(kind && { kind }), ...(after && { after }), ...(job && { job }) } },
        }),
      ),
    staleTime: Infinity,
  })

/** Draws the round after this one and makes its frames, in their turn after those that are looked at. */
export async function drawAhead(client: QueryClient, asked: Asked, now: DrillKind) {
  const round = await client.fetchQuery(roundQuery({ ...asked, number: asked.number + 1 }, now))
  await Promise.all(round.frames.map(({ setup }) => client.prefetchQuery(smallQuery({ setup, made: MADE }))))
}

/** A sheet for paper. */
export const sheetQuery = (seed: number) =>
  queryOptions({
    queryKey: ['drill-sheet', seed],
    queryFn: () => needAsTold(client.GET('/api/drills/sheet', { params: { query: { seed } } })),
    staleTime: Infinity,
  })

/** A task to do outside. */
export const taskQuery = (seed: number) =>
  queryOptions({
    queryKey: ['drill-task', seed],
    queryFn: () => needAsTold(client.GET('/api/drills/task', { params: { query: { seed } } })),
    staleTime: Infinity,
  })

/** What a take shows of it, as it was judged in this version. */
export const taskShownQuery = (seed: number, take: string, version: number) =>
  queryOptions({
    queryKey: ['drill-task', seed, take, version],
    queryFn: () => needAsTold(client.GET('/api/drills/task/shown', { params: { query: { seed, take } } })),
  })
