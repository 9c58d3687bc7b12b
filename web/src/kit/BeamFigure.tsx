import styled, { useTheme } from 'styled-components'
import type { SheetBeam } from '../api/types'
import { type Dot, through, towards } from '../drawing/path'

const Held = styled.figure`
  svg {
    display: block;
    max-width: 460px;
  }
  figcaption {
    font-size: 13px;
    font-weight: 600;
  }
`
const REACH = 150
const HALF = 190
/** A metre, drawn. */
const METRE = 60

/** Where light leaves a thing to, seen from above, its face as wide as it is: the further the line, the more light goes there. */
export function BeamFigure({ beam }: { beam: SheetBeam }) {
  const theme = useTheme()
  const at = (side: number, share: number): Dot => {
    const [right, up] = towards(side, share * REACH)
    return [HALF + right, REACH + 14 + up]
  }
  const shape = beam.sides.map((side) => at(side[0] ?? 0, side[1] ?? 0))
  const half = Math.max(3, (beam.width * METRE) / 2)
  return (
    <Held>
      <figcaption>Where its light goes, from above</figcaption>
      <svg viewBox={`0 0 ${2 * HALF} ${REACH + 34}`} width="100%" role="img" aria-label={beam.text}>
        {[0.5, 1].map((share) => (
          <path
            key={share}
            d={through(Array.from({ length: 37 }, (_, step) => at(-90 + step * 5, share)))}
            fill="none"
            stroke={theme.line}
          />
        ))}
        {[-60, -30, 0, 30, 60].map((side) => {
          const [x, y] = at(side, 1.04)
          return (
            <g key={side}>
              <path d={through([at(0, 0), at(side, 1)])} stroke={theme.line} />
              <text x={x} y={y} textAnchor="middle" fontSize={12} style={{ fill: theme.ink }}>
                {side === 0 ? '' : `${Math.abs(side)}°`}
              </text>
            </g>
          )
        })}
        <path
          d={through(shape, true)}
          fill={theme.flashWash}
          stroke={theme.flash}
          strokeWidth={2}
          strokeLinejoin="round"
        />
        <path d={`M${HALF - half} ${REACH + 16}h${2 * half}`} stroke={theme.ink} strokeWidth={5} />
        <text x={HALF} y={REACH + 32} textAnchor="middle" fontSize={12} style={{ fill: theme.ink }}>
          {beam.across}
        </text>
      </svg>
    </Held>
  )
}
