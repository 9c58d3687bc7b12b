import styled, { useTheme } from 'styled-components'
import type { LogRow } from '../api/types'
import { PHONE, useMedia } from '../ui/useMedia'
import { LEFT, StopsField, inField } from './StopsField'

const Held = styled.figure`
  padding-bottom: 6px;
  figcaption {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
`
const AT_DESK = 1100
const IN_HAND = 366
const HIGH = 120
const y = inField(HIGH, 3)

/** How far each take was from its plan, in the order they were taken: face as a disc, background as a square. */
export function Drift({ takes }: { takes: readonly LogRow[] }) {
  const theme = useTheme()
  const wide = useMedia(PHONE) ? IN_HAND : AT_DESK
  const inOrder = [...takes].reverse()
  const x = (index: number) => LEFT + ((index + 0.5) / inOrder.length) * (wide - LEFT - 8)
  const off = (row: LogRow, patch: string) => {
    const found = row.levels.find((level) => level.patch === patch)
    return found?.level == null ? null : found.level - found.planned
  }
  return (
    <Held>
      <svg
        viewBox={`0 0 ${wide} ${HIGH}`}
        width="100%"
        role="img"
        aria-label="How far each take was from its plan, in stops"
      >
        <StopsField wide={wide} y={y} />
        {inOrder.map((row, index) => {
          const [face, background] = [off(row, 'face'), off(row, 'background')]
          return (
            <g key={row.id} data-drift={row.id}>
              {background !== null && (
                <rect
                  x={x(index) - 5}
                  y={y(background) - 5}
                  width={10}
                  height={10}
                  fill={theme.ambientWash}
                  stroke={theme.ambient}
                  strokeWidth={2}
                />
              )}
              {face !== null && (
                <circle cx={x(index)} cy={y(face)} r={5} fill={theme.flash} stroke={theme.ink} />
              )}
            </g>
          )
        })}
      </svg>
      <figcaption>
        Measured less planned, in stops, the earliest at the left. Disc: face. Square: background.
      </figcaption>
    </Held>
  )
}
