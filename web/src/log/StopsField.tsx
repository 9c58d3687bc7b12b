import { useTheme } from 'styled-components'
import { stopsLabel } from '../words/stops'

/** Room for the numbers at the left. */
export const LEFT = 44
const MARGIN = 12

/** Where stops lie in a field so high that shows so many to either side; what is further off lies at its edge. */
export const inField = (high: number, most: number) => (stops: number) =>
  MARGIN + ((most - Math.max(-most, Math.min(most, stops))) / (2 * most)) * (high - 2 * MARGIN)

/** The lines of whole stops, 0 the heavier. */
export function StopsField({ wide, y }: { wide: number; y: (stops: number) => number }) {
  const theme = useTheme()
  return [-2, -1, 0, 1, 2].map((stops) => (
    <g key={stops}>
      <path
        d={`M${LEFT} ${y(stops)}H${wide}`}
        stroke={stops === 0 ? theme.engraved : theme.line}
        strokeWidth={stops === 0 ? 1.6 : 1}
      />
      <text x={LEFT - 8} y={y(stops) + 4} textAnchor="end" fontSize={12} style={{ fill: theme.ink }}>
        {stopsLabel(stops)}
      </text>
    </g>
  ))
}
