import { queryOptions } from '@tanstack/react-query'
import { client, need } from '../api/client'
import type { DrillKind } from '../api/types'

export const drillsQuery = queryOptions({
  queryKey: ['drills', 'told'],
  queryFn: () => need(client.GET('/api/drills')),
})

/** A round to answer: of a kind that was asked for, or of the one that is due. */
export const roundOf = (kind?: DrillKind, seed?: number) =>
  need(
    client.GET('/api/drills/round', {
      params: { query: { ...(kind && { kind }), ...(seed !== undefined && { seed }) } },
    }),
  )

/** A sheet for paper. */
export const sheetQuery = (seed: number) =>
  queryOptions({
    queryKey: ['drills', 'sheet', seed],
    queryFn: () => need(client.GET('/api/drills/sheet', { params: { query: { seed } } })),
    staleTime: Infinity,
  })
