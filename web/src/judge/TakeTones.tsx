import { useTheme } from 'styled-components'
import { TONE, TONES_FROM, type Tones } from '../picture/planes'
import { stopsLabel } from '../words/stops'

const LOW = -8
const HIGH = 4
const WIDE = 280
const HIGHT = 96
const FLOOR = 76

const x = (stops: number) => ((stops - LOW) / (HIGH - LOW)) * WIDE

/** The outline of counts by level; roots, so that little is seen too. */
function outline(counts: readonly number[]) {
  const most = Math.max(...counts, 1)
  const points = counts.flatMap((count, index) => {
    const level = TONES_FROM + (index + 0.5) * TONE
    if (level < LOW || level > HIGH) return []
    return [`${x(level).toFixed(1)} ${(FLOOR - Math.sqrt(count / most) * (FLOOR - 8)).toFixed(1)}`]
  })
  return `M0 ${FLOOR}L${points.join('L')}L${WIDE} ${FLOOR}`
}

/** How much of the frame is at each level, over what the plan's picture has there. */
export function TakeTones({ taken, planned }: { taken: Tones; planned: Tones | undefined }) {
  const theme = useTheme()
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGHT}`}
        width="100%"
        role="img"
        aria-label="How much of the frame is at each level"
      >
        <path d={`${outline(taken.all)}Z`} fill={theme.engraved} opacity={0.5} data-tones="taken" />
        {planned && (
          <path
            d={outline(planned.all)}
            fill="none"
            stroke={theme.ink}
            strokeWidth={1.6}
            strokeDasharray="5 3"
            data-tones="planned"
          />
        )}
        <path d={`M0 ${FLOOR}H${WIDE}`} stroke={theme.engraved} />
        {[-6, -4, -2, 0, 2].map((stops) => (
          <text key={stops} x={x(stops)} y={HIGHT - 5} textAnchor="middle" fontSize={12} fill={theme.ink}>
            {stopsLabel(stops)}
          </text>
        ))}
      </svg>
      <figcaption>Filled: the frame. Dashed: the plan’s picture.</figcaption>
    </figure>
  )
}
