import { useRef, useState } from 'react'
import styled from 'styled-components'
import type { Level, Part as PartOf } from '../api/types'
import { Grip, useGrip } from '../drawing/grip'
import { stopsLabel } from '../words/stops'
import type { Scale } from './geometry'

const Bar = styled(Grip)`
  cursor: ns-resize;
  touch-action: none;
`

type Props = {
  level: Level
  part: PartOf
  name: string
  at: number
  x: number
  width: number
  scale: Scale
  fill: string
  edge: string
  onDrag: (to: number) => void
  pixelRatio: () => number
}

/** What one kind of light gives a patch: a bar to take hold of. */
export function Part({ level, part, name, at, x, width, scale, fill, edge, onDrag, pixelRatio }: Props) {
  const [grabbed, setGrabbed] = useState<number | null>(null)
  const from = useRef(at)
  const { gripProps, isFocusVisible } = useGrip({
    onTake: () => (from.current = at),
    onHand([, y]) {
      const to = from.current + scale.stops(y * pixelRatio())
      setGrabbed(to)
      onDrag(to)
    },
    onArrow: (_, y, far) => onDrag(at + (y < 0 ? 1 : -1) * (far ? 1 : 1 / 3)),
    onLeap: (by) => Number.isFinite(by) && onDrag(at + by),
    onLetGo: () => setGrabbed(null),
  })
  const top = scale.y(at)
  const bottom = scale.height - scale.bottom
  const label = `${level.name}, ${name}`
  return (
    <Bar
      {...gripProps}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={scale.low}
      aria-valuemax={scale.high}
      aria-valuenow={Math.round(at * 100) / 100}
      aria-valuetext={`${stopsLabel(at)} stops`}
      data-part={part.of}
      data-patch={level.patch}
      data-focused={isFocusVisible || undefined}
    >
      <rect
        x={x - 7}
        y={Math.min(top - 14, bottom - 30)}
        width={width + 14}
        height={Math.max(30, bottom - top + 14)}
        fill="transparent"
      />
      <rect
        x={x}
        y={top}
        width={width}
        height={Math.max(0, bottom - top)}
        fill={fill}
        stroke={edge}
        strokeWidth={1.25}
      />
      <path
        d={`M${x + width / 2 - 7} ${top + 5}h14M${x + width / 2 - 7} ${top + 8.5}h14`}
        stroke={edge}
        strokeWidth={1.5}
      />
      <rect className="ring" x={x - 4} y={top - 5} width={width + 8} height={bottom - top + 8} />
      {grabbed !== null && Math.abs(grabbed - at) > 0.1 && (
        <path
          d={`M${x - 6} ${scale.y(grabbed)}h${width + 12}`}
          stroke={edge}
          strokeDasharray="3 3"
          strokeWidth={2}
        />
      )}
    </Bar>
  )
}
