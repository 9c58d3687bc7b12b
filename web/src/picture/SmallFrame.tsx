import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import styled from 'styled-components'
import { client, need } from '../api/client'
import type { Change, Setup } from '../api/types'
import { inTurn } from './inTurn'

/** By how much a first look is smaller. */
const ROUGHER = 2

/** Its place until it is made: nothing below it moves when it comes. */
const Place = styled.span`
  display: block;
  max-width: 100%;
  outline: 1px solid ${({ theme }) => theme.line};
`
const Small = styled.canvas`
  display: block;
  outline: 1px solid #2e2e2e;
`

type Made = {
  /** The kept setup it is, where it is one. */
  id?: string
  setup: Setup
  /** A change that is looked at before it is made. */
  change?: Change
  /** How finely it is made, by its longer side in pixels; as for a strip without. */
  made?: number
}

/** A small picture, made in its turn. */
export const smallQuery = ({ id, setup, change, made }: Made) =>
  queryOptions({
    queryKey: ['setup', id ?? '', 'small', setup, change ?? null, made ?? null],
    queryFn: async ({ signal }) => {
      const asked = () =>
        need(
          client.POST('/api/picture/small', {
            params: { query: id === undefined ? {} : { of: id } },
            body: { setup, change, side: made },
            parseAs: 'blob',
            signal,
          }),
        )
      return createImageBitmap(await inTurn(signal, asked))
    },
    staleTime: Infinity,
    gcTime: 60_000,
  })

type Props = Made & {
  label: string
  /** What it is marked with, for whoever looks for it. */
  mark?: string
  /** No side of it is longer, in pixels. */
  side: number
  /** How wide it is for its height, where that is known before it is made. */
  shape?: number
}

/** A small, rough picture of a setup. */
export function SmallFrame({ id, setup, change, label, mark, side, made, shape = 1.5 }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const cache = useQueryClient()
  const fineQuery = smallQuery({ id, setup, change, made })
  // What is large takes its time: until it is made, half its size is looked at. What was made ahead is there at once.
  const waits = made !== undefined && cache.getQueryData(fineQuery.queryKey) === undefined
  const rough = useQuery({
    ...smallQuery({ id, setup, change, made: Math.round((made ?? 0) / ROUGHER) }),
    enabled: waits,
  }).data
  const fine = useQuery(fineQuery).data
  const seen = fine ?? (waits ? rough : undefined)
  useEffect(() => {
    if (seen) canvas.current?.getContext('2d')?.drawImage(seen, 0, 0)
  }, [seen])
  const times = fine ? 1 : ROUGHER
  if (!seen) return <Place style={{ width: side * Math.min(1, shape), aspectRatio: shape }} />
  return (
    <Small
      ref={canvas}
      width={seen.width}
      height={seen.height}
      style={{
        width:
          Math.min(side, times * Math.max(seen.width, seen.height)) * Math.min(1, seen.width / seen.height),
        maxWidth: '100%',
      }}
      data-rough={!fine || undefined}
      data-small={mark ?? ''}
      role="img"
      aria-label={label}
    />
  )
}
