import { useEffect, useMemo, useRef } from 'react'
import styled from 'styled-components'
import type { Setup } from '../api/types'
import { usePicture } from '../picture/usePicture'
import { Spoken } from '../ui/voice'

const Frame = styled.figure`
  padding: 8px;
  margin: 0 0 8px;
  background: #757575;
  color: #ffffff;
  forced-color-adjust: none;
  canvas {
    display: block;
    width: 100%;
    max-height: 40vh;
    object-fit: contain;
  }
  figcaption {
    font-size: 13px;
    line-height: 1.3;
    background: #4a4a4a;
    padding: 4px 6px;
    margin-top: 6px;
  }
`
const ALL = { light: 'both' } as const

/** The frame at what the clock shows, with nothing turned: the evening falls in it. */
export function MomentPicture({
  id,
  setup,
  clock,
  show,
}: {
  id: string
  setup: Setup
  clock: string
  show: (clock: string) => string
}) {
  const draft = useMemo(
    () => ({ ...setup, slot: setup.slot && { ...setup.slot, time: clock } }),
    [clock, setup],
  )
  const { picture, of, trouble } = usePicture(id, draft, ALL, true)
  // The one before stays until there is another: it is of its own time.
  const at = of?.slot?.time ?? clock
  const time = show(at)
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const paper = canvas.current?.getContext('2d')
    if (!paper || !picture) return
    const { width, height } = picture.told
    paper.putImageData(new ImageData(picture.pixels, width, height), 0, 0)
    paper.canvas.dataset.at = at
  }, [at, picture])
  const { width = 3, height = 2 } = picture?.told ?? {}
  return (
    <Frame>
      {picture ? (
        <canvas
          ref={canvas}
          width={width}
          height={height}
          data-moment
          role="img"
          aria-label={`The frame at ${time}, with nothing turned`}
        />
      ) : (
        <Spoken as="p">{trouble ?? 'Making the picture …'}</Spoken>
      )}
      <figcaption>
        {setup.name} at {time}, nothing turned.
      </figcaption>
    </Frame>
  )
}
