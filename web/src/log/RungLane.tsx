import { useTheme } from 'styled-components'
import type { Ladder } from '../api/types'
import { LEFT, RIGHT, type StripScale } from '../day/strip/scale'

type Props = { ladder: Ladder; scale: StripScale; top: number; height: number }

/** Room one letter takes, in pixels. */
const LETTER = 6.4

/** When the ladder turns something, and what, where there is room to say it. */
export function RungLane({ ladder, scale, top, height }: Props) {
  const theme = useTheme()
  const end = scale.width - RIGHT
  const ends = ladder.rungs.map((_, index) => ladder.rungs[index + 1]?.minute ?? ladder.until)
  return (
    <g data-rungs={ladder.rungs.length}>
      {ladder.rungs.map((rung, index) => {
        const from = Math.max(LEFT, scale.x(rung.minute))
        const until = Math.min(end, scale.x(ends[index] ?? ladder.until))
        if (until <= from) return null
        const room = (until - from - 6) / LETTER
        const whole = rung.turns.map((turn) => `${turn.name} ${turn.to}`).join(' · ')
        const said = whole.length < room ? whole : rung.turns.map((turn) => turn.to).join(' · ')
        return (
          <g key={rung.minute}>
            <path
              d={`M${from} ${top + height}V${top}H${until}`}
              fill="none"
              stroke={rung.kept ? theme.engraved : theme.warn}
              strokeWidth={1.4}
            />
            {said.length < room && (
              <text x={from + 5} y={top + 15}>
                {said}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}
