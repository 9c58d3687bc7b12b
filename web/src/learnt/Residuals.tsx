import styled, { useTheme } from 'styled-components'
import type { LearntTold } from '../api/types'
import { PHONE, useMedia } from '../ui/useMedia'
import { LEFT, StopsField, inField } from '../log/StopsField'

const Held = styled.figure`
  figcaption {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
`
const AT_DESK = 1100
const IN_HAND = 366
const HIGH = 170
const y = inField(HIGH, 2)

/** Each patch of each take, the earliest at the left: a ring where it was against what is said, a disc against what is learnt. */
export function Residuals({ residuals }: { residuals: LearntTold['learning']['residuals'] }) {
  const theme = useTheme()
  const wide = useMedia(PHONE) ? IN_HAND : AT_DESK
  const inOrder = [...residuals].reverse()
  const x = (index: number) => LEFT + ((index + 0.5) / inOrder.length) * (wide - LEFT - 8)
  const little = inOrder.filter((one) => one.weight < 0.5).length
  return (
    <Held>
      <svg
        viewBox={`0 0 ${wide} ${HIGH}`}
        width="100%"
        role="img"
        aria-label={`How far ${inOrder.length} patches were off, in stops, before and after what is learnt`}
      >
        <StopsField wide={wide} y={y} />
        {inOrder.map((one, index) => (
          <g key={`${one.take} ${one.patch}`} data-residual={one.patch}>
            <path d={`M${x(index)} ${y(one.before)}V${y(one.after)}`} stroke={theme.engraved} />
            <circle
              cx={x(index)}
              cy={y(one.before)}
              r={4}
              fill="none"
              stroke={theme.quiet}
              strokeWidth={1.4}
            />
            <circle
              cx={x(index)}
              cy={y(one.after)}
              r={1.8 + 2.6 * one.weight}
              fill={one.weight < 0.5 ? theme.warn : theme.flash}
            />
          </g>
        ))}
      </svg>
      <figcaption>
        Ring: measured less what the kit says of itself. Disc: less what the takes teach; the smaller, the
        less it counts.{' '}
        {little > 0 && `${little === 1 ? 'One lies' : `${little} lie`} far off and count little.`}
      </figcaption>
    </Held>
  )
}
