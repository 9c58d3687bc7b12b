import styled, { useTheme } from 'styled-components'
import type { DrillsTold } from '../api/types'

const Plot = styled.svg`
  display: block;
  width: 100%;
  max-width: 560px;
  text {
    fill: ${({ theme }) => theme.ink};
    font-size: 13px;
  }
`
const SHOWN = 12
const HIGH = 84
const WIDE = 44

/** Week by week: how much was asked, how much of it was right, and how far off answers in stops were. */
export function Weeks({ weeks }: Pick<DrillsTold, 'weeks'>) {
  const theme = useTheme()
  const shown = weeks.slice(-SHOWN)
  const most = Math.max(10, ...shown.map((week) => week.asked))
  const high = (count: number) => (count / most) * HIGH
  const said = shown.map((week) => `week of ${week.monday}: ${week.right} of ${week.asked} right`).join('; ')
  return (
    <Plot viewBox={`0 0 ${SHOWN * WIDE + 8} ${HIGH + 44}`} role="img" aria-label={said}>
      <path d={`M0 ${HIGH + 4}H${SHOWN * WIDE}`} stroke={theme.engraved} />
      {shown.map((week, index) => (
        <g key={week.monday} transform={`translate(${index * WIDE + 4} ${HIGH + 4})`}>
          <rect
            x="2"
            y={-high(week.asked)}
            width={WIDE - 14}
            height={high(week.asked)}
            fill="none"
            stroke={theme.engraved}
          />
          <rect x="2" y={-high(week.right)} width={WIDE - 14} height={high(week.right)} fill={theme.flash} />
          <text x={WIDE / 2 - 5} y="16" textAnchor="middle">
            {week.monday.slice(8)}.{week.monday.slice(5, 7)}.
          </text>
          {week.off != null && (
            <text x={WIDE / 2 - 5} y="32" textAnchor="middle">
              {week.off.toFixed(1)}
            </text>
          )}
        </g>
      ))}
    </Plot>
  )
}
