import { useRef, useState } from 'react'
import styled from 'styled-components'
import type { TakeMark, TakeTold } from '../api/types'
import { laidOver } from '../drawing/laidOver'
import { PHONE, useMedia } from '../ui/useMedia'
import { MarkGrip } from './MarkGrip'
import { keyOf } from './marks'

const Held = styled.div`
  ${laidOver}
  background: #767676;
  img {
    display: block;
    width: 100%;
    max-height: 62vh;
    object-fit: contain;
  }
`
/** How long the longer side of the drawing over a frame is, in its own units: about as many pixels as it has on a screen. */
const LONG = 720
const LONG_IN_HAND = 366
const HIGHEST = 500

type Props = {
  told: TakeTold
  chosen: string
  onChoose: (key: string) => void
  onMarks: (marks: TakeMark[]) => void
}

/** A take's frame with its marks. */
export function TakeFrame({ told, chosen, onChoose, onMarks }: Props) {
  const drawing = useRef<SVGSVGElement>(null)
  const inHand = useMedia(PHONE)
  const [moving, setMoving] = useState<TakeMark | null>(null)
  const { id, take } = told.kept
  const { frame, marks } = take
  if (!frame) return <p>This take was put down by hand: there is no frame of it.</p>
  const scale = Math.min((inHand ? LONG_IN_HAND : LONG) / frame.width, HIGHEST / frame.height)
  const [wide, high] = [frame.width * scale, frame.height * scale]
  // The drawing keeps its shape as the picture does, so that one ratio serves both ways.
  const ratio = () => {
    const box = drawing.current?.getBoundingClientRect()
    return box ? Math.min(box.width / wide, box.height / high) : 1
  }
  const shown = marks.map((mark) => (moving && keyOf(moving.of) === keyOf(mark.of) ? moving : mark))
  return (
    <Held>
      <img src={`/api/takes/${id}/frame`} alt={`The frame ${frame.name}`} />
      <svg ref={drawing} viewBox={`0 0 ${wide} ${high}`} role="group" aria-label="Marks on the frame">
        {shown.map((mark) => (
          <MarkGrip
            key={keyOf(mark.of)}
            mark={mark}
            wide={wide}
            high={high}
            chosen={keyOf(mark.of) === chosen}
            ratio={ratio}
            onChoose={() => onChoose(keyOf(mark.of))}
            onMove={setMoving}
            onLetGo={(to) => {
              setMoving(null)
              onMarks(marks.map((other) => (keyOf(other.of) === keyOf(to.of) ? to : other)))
            }}
          />
        ))}
      </svg>
    </Held>
  )
}
