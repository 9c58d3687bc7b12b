import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef } from 'react'
import styled from 'styled-components'
import { client, need } from '../api/client'
import type { Rung, Setup } from '../api/types'

const Small = styled.canvas`
  display: block;
  max-width: 84px;
  max-height: 84px;
  outline: 1px solid #2e2e2e;
`

/** A setup at a time, with its dials turned as the ladder has them. */
export function turnedTo(setup: Setup, rung: Rung): Setup {
  const { iso, aperture, shutter, nd, powers } = rung.dials
  const { camera, lights, slot } = setup
  return {
    ...setup,
    camera: {
      ...camera,
      iso: { ...camera.iso, at: iso },
      aperture: { ...camera.aperture, at: aperture },
      shutter: { ...camera.shutter, at: shutter },
      nd: { ...camera.nd, at: nd },
    },
    lights: lights.map((light, index) => ({
      ...light,
      power: { ...light.power, at: powers[index] ?? light.power.at },
    })),
    slot: slot && { ...slot, time: rung.clock },
  }
}

/** The frame a rung of the ladder gives, small and rough. */
export function RungPicture({
  id,
  setup,
  rung,
  time,
}: {
  id: string
  setup: Setup
  rung: Rung
  time: string
}) {
  const draft = useMemo(() => turnedTo(setup, rung), [rung, setup])
  const canvas = useRef<HTMLCanvasElement>(null)
  const seen = useQuery({
    queryKey: ['setup', id, 'small', draft],
    queryFn: async ({ signal }) =>
      createImageBitmap(
        await need(
          client.POST('/api/picture/small', {
            params: { query: { of: id } },
            body: { setup: draft },
            parseAs: 'blob',
            signal,
          }),
        ),
      ),
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
      data-rung={rung.clock}
      role="img"
      aria-label={`The frame at ${time}, turned so`}
    />
  )
}
