import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import styled from 'styled-components'
import { client, need } from '../api/client'
import type { Change, Setup } from '../api/types'
import { inTurn } from './inTurn'

const Small = styled.canvas`
  display: block;
  outline: 1px solid #2e2e2e;
`

type Props = {
  /** The kept setup it is, where it is one. */
  id?: string
  setup: Setup
  /** A change that is looked at before it is made. */
  change?: Change
  label: string
  /** What it is marked with, for whoever looks for it. */
  mark?: string
  /** No side of it is longer, in pixels. */
  side: number
  /** How finely it is made, by its longer side in pixels; as for a strip without. */
  made?: number
}

/** A small, rough picture of a setup. */
export function SmallFrame({ id, setup, change, label, mark, side, made }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const seen = useQuery({
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
  }).data
  useEffect(() => {
    if (seen) canvas.current?.getContext('2d')?.drawImage(seen, 0, 0)
  }, [seen])
  if (!seen) return <span />
  return (
    <Small
      ref={canvas}
      width={seen.width}
      height={seen.height}
      style={{ maxWidth: `min(${side}px, 100%)`, maxHeight: side }}
      data-small={mark ?? ''}
      role="img"
      aria-label={label}
    />
  )
}
