import type { ReactNode } from 'react'
import styled, { useTheme } from 'styled-components'
import { PHONE, useMedia } from '../ui/useMedia'
import { stopsLabel } from '../words/stops'

const Held = styled.figure`
  padding-bottom: 6px;
  figcaption {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
`
const AT_DESK = 1100
const IN_HAND = 366
/** Room for the numbers at the left. */
const LEFT = 44
const MARGIN = 12

type Props = {
  /** What it shows, in words. */
  label: string
  high: number
  /** Stops to either side; what is further off lies at the edge. */
  most: number
  /** How many things stand in it, one beside the other. */
  count: number
  caption: ReactNode
  /** What stands in it: `x` is where a thing lies by its place, `y` where by its stops. */
  children: (x: (index: number) => number, y: (stops: number) => number) => ReactNode
}

/** A field of stops over takes in their order, the earliest at the left, 0 the heavier line. */
export function StopsField({ label, high, most, count, caption, children }: Props) {
  const theme = useTheme()
  const wide = useMedia(PHONE) ? IN_HAND : AT_DESK
  const x = (index: number) => LEFT + ((index + 0.5) / count) * (wide - LEFT - 8)
  const y = (stops: number) =>
    MARGIN + ((most - Math.max(-most, Math.min(most, stops))) / (2 * most)) * (high - 2 * MARGIN)
  return (
    <Held>
      <svg viewBox={`0 0 ${wide} ${high}`} width="100%" role="img" aria-label={label}>
        {[-2, -1, 0, 1, 2].map((stops) => (
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
        ))}
        {children(x, y)}
      </svg>
      <figcaption>{caption}</figcaption>
    </Held>
  )
}
