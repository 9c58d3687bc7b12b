import { useRef, useState } from 'react'
import { mergeProps } from 'react-aria'
import styled, { useTheme } from 'styled-components'
import type { DaySetup } from '../../api/types'
import { Grip, useGrip } from '../../drawing/grip'
import { standbyWords } from '../../words/standby'
import type { StripScale } from './scale'

const Held = styled(Grip)`
  touch-action: pan-y;
`
/** A round measure of the hand: five minutes, by pointer and by key; with Shift fifteen. */
const STEP = 5

type Props = {
  setup: DaySetup
  number: string
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
  const [by, setBy] = useState(0)
  const moved = useRef(0)
  const id = setup.light.setup
  const from = setup.from ?? 0
  const fixed = setup.slot?.fixed ?? false
  const { gripProps, isFocusVisible } = useGrip({
    onTake: () => (moved.current = 0),
    onHand([x]) {
      if (fixed) return
      const minute = scale.minute(scale.x(from) + x)
      moved.current = Math.abs(x) < 3 ? 0 : Math.round(minute / STEP) * STEP - from
      setBy(moved.current)
    },
    onArrow(x, y, far) {
      if (!fixed) moved.current = (x || -y) * STEP * (far ? 3 : 1)
    },
    onLetGo() {
      setBy(0)
      if (moved.current !== 0) onMove(id, from + moved.current)
    },
  })
  const x = scale.x(from + by)
  const width = Math.max(24, scale.x((setup.until ?? from) + by) - x)
  const trouble = setup.light.wrong || !setup.light.wished
  return (
    <Held
      {...mergeProps(gripProps, { onPointerDown: () => onChoose(id), onFocus: () => onChoose(id) })}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-roledescription="setup to move in time"
      aria-label={`${number}: ${setup.name}, ${said}${fixed ? ', fixed' : ''}${setup.standby ? `, ${standbyWords(setup.standby)}` : ''}: ${setup.light.text}`}
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
        strokeDasharray={trouble ? '5 3' : setup.standby ? '2 4' : undefined}
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
