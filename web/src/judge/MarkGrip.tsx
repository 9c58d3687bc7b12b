import { useRef } from 'react'
import type { TakeMark } from '../api/types'
import { useGrip } from '../drawing/grip'
import { SliderGrip } from '../drawing/SliderGrip'
import { keyOf, nameOf, put, sized } from './marks'

const STEP = 0.005

type Props = {
  mark: TakeMark
  /** The size of the drawing it is in, in its own units. */
  wide: number
  high: number
  chosen: boolean
  /** Pixels of the screen to a unit of the drawing. */
  ratio: () => number
  onMove: (mark: TakeMark) => void
  onLetGo: (mark: TakeMark) => void
  onChoose: () => void
}

/** A mark in a frame, moved by mouse, touch and arrow keys; Page up and Page down make it larger and smaller. */
export function MarkGrip({ mark, wide, high, chosen, ratio, onMove, onLetGo, onChoose }: Props) {
  const from = useRef(mark)
  const now = useRef(mark)
  const move = (to: TakeMark) => {
    now.current = to
    onMove(to)
  }
  const grip = useGrip({
    onTake: () => {
      from.current = mark
      now.current = mark
      onChoose()
    },
    onHand: ([x, y]) =>
      move(put(from.current, from.current.x + x / ratio() / wide, from.current.y + y / ratio() / high)),
    onArrow: (x, y, far) =>
      move(put(mark, mark.x + x * STEP * (far ? 5 : 1), mark.y + y * STEP * (far ? 5 : 1))),
    onLeap: (by) => Number.isFinite(by) && onLetGo(sized(mark, by > 0 ? 1.25 : 0.8)),
    onLetGo: () => onLetGo(now.current),
  })
  const [w, h] = [mark.width * wide, mark.height * high]
  const [left, top] = [mark.x * wide - w / 2, mark.y * high - h / 2]
  const name = nameOf(mark.of)
  const plate = name.length * 6.6 + 10
  // Of the lit side the name stands on the left, where its shadow side's is on the right.
  const leftward =
    mark.of.kind === 'patch' && mark.of.patch === 'face' ? left > plate : left + w + plate > wide
  const at = leftward ? left - plate - 3 : left + w + 3
  return (
    <SliderGrip
      {...grip}
      label={`Mark: ${name}`}
      low={0}
      high={100}
      now={Math.round(mark.x * 100)}
      said={`${Math.round(mark.x * 100)} % from the left, ${Math.round(mark.y * 100)} % from the top`}
      mark="data-mark"
      of={keyOf(mark.of)}
    >
      <rect x={left - 12} y={top - 12} width={w + 24} height={h + 24} fill="transparent" />
      <rect x={left} y={top} width={w} height={h} fill="none" stroke="#000000" strokeWidth={4} />
      <rect
        x={left}
        y={top}
        width={w}
        height={h}
        fill="none"
        stroke="#ffffff"
        strokeWidth={chosen ? 2.4 : 1.4}
      />
      <rect x={at} y={top + h / 2 - 9} width={plate} height={18} fill="#1c1c1c" fillOpacity={0.78} />
      <text
        x={at + plate / 2}
        y={top + h / 2 + 4}
        textAnchor="middle"
        fill="#ffffff"
        fontSize={12}
        aria-hidden
      >
        {name}
      </text>
      <rect className="ring" x={left - 7} y={top - 7} width={w + 14} height={h + 14} />
    </SliderGrip>
  )
}
