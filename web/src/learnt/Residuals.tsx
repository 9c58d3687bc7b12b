import { useTheme } from 'styled-components'
import type { LearntTold } from '../api/types'
import { StopsField } from '../log/StopsField'

/** Each patch of each take, the earliest at the left: a ring where it was against what is said, a disc against what is learnt. */
export function Residuals({ residuals }: { residuals: LearntTold['learning']['residuals'] }) {
  const theme = useTheme()
  const inOrder = [...residuals].reverse()
  const little = inOrder.filter((one) => one.weight < 0.5).length
  return (
    <StopsField
      label={`How far ${inOrder.length} patches were off, in stops, before and after what is learnt`}
      high={170}
      most={2}
      count={inOrder.length}
      caption={
        <>
          Ring: measured less what the kit says of itself. Disc: less what the takes teach; the smaller, the
          less it counts.{' '}
          {little > 0 && `${little === 1 ? 'One lies' : `${little} lie`} far off and count little.`}
        </>
      }
    >
      {(x, y) =>
        inOrder.map((one, index) => (
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
        ))
      }
    </StopsField>
  )
}
