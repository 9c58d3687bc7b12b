import { useTheme } from 'styled-components'
import type { TakeThen } from '../api/types'
import { LEFT, RIGHT, type StripScale } from '../day/strip/scale'
import { stopsLabel } from '../words/stops'
import { OffMark } from './OffMark'

type Props = { takes: readonly TakeThen[]; scale: StripScale; top: number; height: number }

/** Stops to either side; what is further off lies at the edge. */
const MOST = 2
const LINES = [-1, 0, 1]

/** How far each take was from its plan, at its minute. */
export function OffLane({ takes, scale, top, height }: Props) {
  const theme = useTheme()
  const y = (stops: number) => top + ((MOST - Math.max(-MOST, Math.min(MOST, stops))) / (2 * MOST)) * height
  return (
    <g>
      {LINES.map((stops) => (
        <g key={stops}>
          <line
            x1={LEFT}
            x2={scale.width - RIGHT}
            y1={y(stops)}
            y2={y(stops)}
            stroke={stops === 0 ? theme.engraved : theme.line}
            strokeWidth={stops === 0 ? 1.6 : 0.6}
          />
          <text className="quiet" x={LEFT - 5} y={y(stops) + 4} textAnchor="end">
            {stopsLabel(stops)}
          </text>
        </g>
      ))}
      {takes.map((take) => {
        const off = (patch: string) => take.patches.find((told) => told.patch === patch)?.off
        return (
          <OffMark
            key={take.id}
            id={take.id}
            x={scale.x(take.minute)}
            y={y}
            face={off('face') ?? null}
            background={off('background') ?? null}
          />
        )
      })}
    </g>
  )
}
