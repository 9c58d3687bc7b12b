import { range } from 'd3-array'
import { useTheme } from 'styled-components'
import type { DayAnswer } from '../../api/types'
import { clockAt } from '../clock'
import type { StripScale } from './scale'

type Props = {
  answer: DayAnswer
  scale: StripScale
  show: (clock: string) => string
  /** Where the hairlines begin, and where the names stand. */
  top: number
  names: number
}

/** The hours of a strip: a hairline down to the name of each. A strip of less than two hours has quarters too. */
export function Hours({ answer, scale, show, top, names }: Props) {
  const theme = useTheme()
  const { from, until, width } = scale
  const every = until - from > 600 && width < 700 ? 120 : until - from > 120 ? 60 : 15
  return (
    <>
      {range(Math.ceil(from / every) * every, until + 1, every).map((minute) => (
        <g key={minute}>
          <line
            x1={scale.x(minute)}
            x2={scale.x(minute)}
            y1={top}
            y2={names}
            stroke={theme.line}
            strokeWidth="0.6"
          />
          <text x={scale.x(minute)} y={names + 14} textAnchor="middle">
            {show(clockAt(answer, minute)).replace(':00', every > 15 && width < 700 ? '' : ':00')}
          </text>
        </g>
      ))}
    </>
  )
}
