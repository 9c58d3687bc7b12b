import styled, { css } from 'styled-components'
import { SliderGrip } from '../drawing/SliderGrip'
import { figure } from '../words/figure'
import { HEIGHT, type Rule } from './rule'
import { useOnRule } from './useOnRule'

const look = css`
  .line {
    stroke: ${({ theme }) => theme.ink};
    stroke-width: 2.5;
  }
  .flag {
    fill: ${({ theme }) => theme.ink};
  }
  text {
    fill: ${({ theme }) => theme.ground};
    font-size: 17px;
    font-weight: 720;
  }
`

const Line = styled(SliderGrip)`
  ${look}
`

const Still = styled.g`
  ${look}
`

/** The line and its flag. */
function Flag({ place, kelvin }: { place: number; kelvin: number }) {
  return (
    <>
      <path className="line" d={`M${place} 28V${HEIGHT - 4}`} />
      <path className="flag" d={`M${place - 42} 0h84v24h-34l-8 8l-8 -8h-34z`} />
      <text x={place} y={18} textAnchor="middle">
        {figure(kelvin)} K
      </text>
    </>
  )
}

/** What the film in the camera is balanced for: nobody sets it. */
export function FilmIndex({ rule, kelvin }: { rule: Rule; kelvin: number }) {
  return (
    <Still role="img" aria-label={`The film is balanced for ${figure(kelvin)} K`}>
      <Flag place={rule.x(1e6 / kelvin)} kelvin={kelvin} />
    </Still>
  )
}

/** What cameras are set to, in kelvin. */
const RANGE = { low: 2000, high: 12000, step: 100 }

type Props = { rule: Rule; kelvin: number; ratio: () => number; onSet: (kelvin: number) => void }

/** The camera's setting: one line through everything, dragged along the rule. */
export function Index({ rule, kelvin, ratio, onSet }: Props) {
  const grip = useOnRule({ rule, kelvin, range: RANGE, ratio, onPut: onSet })
  const place = rule.x(1e6 / kelvin)
  return (
    <Line
      {...grip}
      label="Camera’s setting on the rule"
      low={RANGE.low}
      high={RANGE.high}
      now={kelvin}
      said={`${figure(kelvin)} K`}
      mark="data-index"
      along
    >
      <rect x={place - 22} y={0} width={44} height={HEIGHT} fill="transparent" />
      <Flag place={place} kelvin={kelvin} />
      <rect className="ring" x={place - 45} y={1} width={90} height={36} />
    </Line>
  )
}
