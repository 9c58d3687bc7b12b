import styled, { useTheme } from 'styled-components'
import { towards } from '../drawing/path'

const Seen = styled.svg`
  display: block;
  width: 100%;
  max-width: 300px;
  text {
    fill: ${({ theme }) => theme.ink};
    font-size: 13px;
  }
`
const R = 96

/** Where a direction round the subject is drawn: the camera at the foot, right of it to the right. */
const at = (degrees: number, r: number) => towards(180 - degrees, r)

type Props = {
  degrees: number
  /** What is right, once it was answered. */
  truth: number | null
  /** How a pane in the middle is turned; none, and a person stands there. */
  pane: number | null
}

/** The set seen from above, with a light put round it. */
export function Circle({ degrees, truth, pane }: Props) {
  const theme = useTheme()
  const light = at(degrees, R)
  const right = truth === null ? null : at(truth, R)
  return (
    <Seen viewBox="-130 -118 260 252" aria-hidden>
      <circle r={R} fill="none" stroke={theme.engraved} strokeWidth="1.5" />
      <path d={`M0 ${R + 4}l-9 18h18z`} fill={theme.ink} />
      <path d={`M0 ${R}V14`} stroke={theme.engraved} strokeDasharray="3 5" />
      {pane === null ? (
        <g fill="none" stroke={theme.ink} strokeWidth="2">
          <ellipse rx="20" ry="9" />
          <circle r="8" fill={theme.ground} />
          <path d="M0 8v6" strokeWidth="4" />
        </g>
      ) : (
        <g transform={`rotate(${-pane})`}>
          <path d="M-42 0H42" stroke={theme.ink} strokeWidth="4" />
          <path d="M0 0V46" stroke={theme.engraved} />
        </g>
      )}
      {right && <path d={`M0 0L${right[0]} ${right[1]}`} stroke={theme.flash} strokeWidth="4" />}
      <path d={`M0 0L${light[0]} ${light[1]}`} stroke={theme.ink} strokeWidth="1.5" strokeDasharray="6 4" />
      <circle cx={light[0]} cy={light[1]} r="11" fill={theme.ink} />
      <text x="14" y={R + 20}>
        camera
      </text>
    </Seen>
  )
}
