import { useEffect, useRef, useState } from 'react'
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import { client, need, overtaken, words } from '../api/client'
import type { Lit, Setup } from '../api/types'
import { Spoken } from '../ui/voice'

const Glass = styled.div`
  display: grid;
  place-items: center;
  min-height: 200px;
  color: #ffffff;
  && canvas {
    width: auto;
    max-width: 100%;
    image-rendering: pixelated;
    outline: 1px solid #2e2e2e;
  }
`
/** The pointer rests so long before it is looked at closely, in milliseconds. */
const RESTS = 250

const TIMES = [1, 2, 4] as const
export type Times = (typeof TIMES)[number]

type Props = { id: string; setup: Setup; lit: Lit; at: { x: number; y: number }; times: Times }

/** The frame about the pointer, at the sensor's own pixels or larger, with its noise. */
export function CloserLook({ id, setup, lit, at, times }: Props) {
  const [seen, setSeen] = useState<{ frame: ImageBitmap; times: Times } | null>(null)
  const canvas = useRef<HTMLCanvasElement>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const { x, y } = at
  useEffect(() => {
    const called = new AbortController()
    const look = async () => {
      try {
        const png = await need(
          client.POST('/api/picture/closer', {
            params: { query: { of: id } },
            body: { setup, lit, x, y, times },
            parseAs: 'blob',
            signal: called.signal,
          }),
        )
        const frame = await createImageBitmap(png)
        if (!called.signal.aborted) setSeen({ frame, times })
        setTrouble(null)
      } catch (error) {
        if (called.signal.aborted || overtaken(error)) return
        // What was seen is of another place.
        setSeen(null)
        setTrouble(words(error))
      }
    }
    const timer = window.setTimeout(() => void look(), RESTS)
    return () => {
      window.clearTimeout(timer)
      called.abort()
    }
  }, [id, lit, setup, times, x, y])
  useEffect(() => {
    if (seen) canvas.current?.getContext('2d')?.drawImage(seen.frame, 0, 0)
  }, [seen])
  return (
    <Glass data-closer={seen?.times}>
      {seen ? (
        <canvas
          ref={canvas}
          width={seen.frame.width}
          height={seen.frame.height}
          role="img"
          aria-label={`The frame about the pointer at ${seen.times}:1, with the sensor’s noise`}
        />
      ) : (
        <Spoken as="span">{trouble ?? 'Looking closer …'}</Spoken>
      )}
    </Glass>
  )
}

/** How closely it is looked at: the whole frame, or the sensor's pixels so many times. */
export function Closeness({
  times,
  onChange,
}: {
  times: Times | null
  onChange: (times: Times | null) => void
}) {
  return (
    <ToggleButtonGroup
      aria-label="A closer look at the pointer"
      selectionMode="single"
      selectedKeys={times ? [String(times)] : []}
      onSelectionChange={(keys) => {
        const chosen = Number([...keys][0])
        onChange(TIMES.find((known) => known === chosen) ?? null)
      }}
    >
      {TIMES.map((each) => (
        <ToggleButton key={each} id={String(each)}>
          {each}:1
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  )
}
