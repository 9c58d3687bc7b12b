import { useRef, useState } from 'react'
import { mergeProps, useFocusRing, useMove } from 'react-aria'
import styled, { useTheme } from 'styled-components'
import type { DaySetup } from '../../api/types'
import type { StripScale } from './scale'

const Held = styled.g`
  outline: none;
  touch-action: pan-y;
  cursor: grab;
  &:active {
    cursor: grabbing;
  }
  .ring {
    fill: none;
    stroke: transparent;
  }
  &[data-focused] .ring {
    stroke: ${({ theme }) => theme.ink};
    stroke-width: 3;
  }
`
/** A round measure of the hand: five minutes, by pointer and by key; with Shift fifteen. */
const STEP = 5

type Props = {
  setup: DaySetup
  number: number
  scale: StripScale
  top: number
  height: number
  chosen: boolean
  /** When it begins, as the user reads clocks. */
  said: string
  onChoose: (setup: string) => void
  onMove: (setup: string, minute: number) => void
}

/** A setup on the strip: as long as it takes, moved to another time by pointer, touch or arrow keys. */
export function SetupBlock({ setup, number, scale, top, height, chosen, said, onChoose, onMove }: Props) {
  const theme = useTheme()
  const { focusProps, isFocusVisible } = useFocusRing()
  const [by, setBy] = useState(0)
  const way = useRef(0)
  const moved = useRef(0)
  const id = setup.light.setup
  const from = setup.from ?? 0
  const fixed = setup.slot?.fixed ?? false
  const { moveProps } = useMove({
    onMoveStart() {
      way.current = 0
      moved.current = 0
    },
    onMove({ deltaX, deltaY, pointerType, shiftKey }) {
      if (fixed) return
      if (pointerType === 'keyboard') {
        moved.current = (Math.sign(deltaX) || -Math.sign(deltaY)) * STEP * (shiftKey ? 3 : 1)
        return
      }
      way.current += deltaX
      const minute = scale.minute(scale.x(from) + way.current)
      moved.current = Math.round(minute / STEP) * STEP - from
      if (Math.abs(way.current) < 3) moved.current = 0
      setBy(moved.current)
    },
    onMoveEnd() {
      setBy(0)
      if (moved.current !== 0) onMove(id, from + moved.current)
    },
  })
  const take = (event: React.PointerEvent<SVGGElement>) => {
    event.currentTarget.focus({ preventScroll: true })
    onChoose(id)
  }
  const x = scale.x(from + by)
  const width = Math.max(24, scale.x((setup.until ?? from) + by) - x)
  const trouble = setup.light.wrong || !setup.light.wished
  return (
    <Held
      {...mergeProps(moveProps, focusProps, { onPointerDown: take, onFocus: () => onChoose(id) })}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-roledescription="setup to move in time"
      aria-label={`${number}: ${setup.name}, ${said}${fixed ? ', fixed' : ''}: ${setup.light.text}`}
      data-block={id}
      data-focused={isFocusVisible || undefined}
    >
      <rect x={x - 10} y={top - 4} width={width + 20} height={height + 8} fill="transparent" />
      <rect
        x={x}
        y={top}
        width={width}
        height={height}
        fill={chosen ? theme.ink : theme.plate}
        stroke={trouble ? theme.warn : theme.ink}
        strokeWidth={trouble ? 3 : 1.5}
        strokeDasharray={trouble ? '5 3' : undefined}
      />
      {fixed && (
        <line
          x1={x + 3}
          x2={x + 3}
          y1={top}
          y2={top + height}
          stroke={chosen ? theme.ground : theme.ink}
          strokeWidth="3"
        />
      )}
      <text
        x={x + width / 2}
        y={top + height / 2 + 5}
        textAnchor="middle"
        style={{ fill: chosen ? theme.ground : theme.ink, fontWeight: 700, fontSize: 15 }}
      >
        {number}
      </text>
      <rect className="ring" x={x - 4} y={top - 4} width={width + 8} height={height + 8} />
    </Held>
  )
}
