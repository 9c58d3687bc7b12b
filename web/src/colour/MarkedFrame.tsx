import { useEffect, useRef } from 'react'
import styled from 'styled-components'
import { useGrip } from '../drawing/grip'
import { laidOver } from '../drawing/laidOver'
import { SliderGrip } from '../drawing/SliderGrip'
import type { Frame } from './useFrame'

/** A patch of a frame: its middle and its side, as shares of the frame's width; heights are shares of its height. */
export type PatchMark = { x: number; y: number; side: number }

const Held = styled.div`
  ${laidOver}
  max-width: 460px;
`
const WIDE = 920
const STEP = 0.01

type Props = { frame: Frame; mark: PatchMark; onMark: (mark: PatchMark) => void }

/** A frame with the patch that is looked at, moved by mouse, touch and keys. */
export function MarkedFrame({ frame, mark, onMark }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const from = useRef(mark)
  const { width, height } = frame.pixels
  const high = Math.round((WIDE * height) / width)
  useEffect(() => {
    canvas.current?.getContext('2d')?.drawImage(frame.pixels, 0, 0, WIDE, high)
  }, [frame, high])
  const inside = (share: number) => Math.max(0, Math.min(1, share))
  const put = (to: PatchMark, x: number, y: number) =>
    onMark({ ...to, x: inside(to.x + x), y: inside(to.y + y) })
  const grip = useGrip({
    onTake: () => (from.current = mark),
    onHand: ([x, y]) => {
      const box = canvas.current?.getBoundingClientRect()
      if (box) put(from.current, x / box.width, y / box.height)
    },
    onArrow: (x, y, far) => put(mark, x * STEP * (far ? 5 : 1), y * STEP * (far ? 5 : 1)),
  })
  const side = mark.side * WIDE
  const [left, top] = [mark.x * WIDE - side / 2, mark.y * high - side / 2]
  return (
    <Held>
      <canvas
        ref={canvas}
        width={WIDE}
        height={high}
        role="img"
        aria-label={`The frame ${frame.file.name}`}
      />
      <svg viewBox={`0 0 ${WIDE} ${high}`} role="group" aria-label="Mark on the frame">
        <SliderGrip
          {...grip}
          label="The grey card in the frame"
          low={0}
          high={100}
          now={Math.round(mark.x * 100)}
          said={`${Math.round(mark.x * 100)} % from the left, ${Math.round(mark.y * 100)} % from the top`}
          mark="data-mark"
        >
          <rect x={left - 16} y={top - 16} width={side + 32} height={side + 32} fill="transparent" />
          <rect x={left} y={top} width={side} height={side} fill="none" stroke="#000000" strokeWidth={7} />
          <rect x={left} y={top} width={side} height={side} fill="none" stroke="#ffffff" strokeWidth={3} />
          <rect className="ring" x={left - 10} y={top - 10} width={side + 20} height={side + 20} />
        </SliderGrip>
      </svg>
    </Held>
  )
}
