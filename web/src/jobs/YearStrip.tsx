import { useQuery } from '@tanstack/react-query'
import { Button } from 'react-aria-components'
import styled from 'styled-components'
import { client, need } from '../api/client'
import { dateOf } from './until'
import { type Month, yearAbout } from './year'

const Strip = styled.div`
  display: grid;
  grid-template-columns: repeat(12, minmax(0, 1fr));
  border-bottom: 1px solid ${({ theme }) => theme.engraved};
  margin-bottom: 14px;
  button {
    border: 0;
    border-left: 1px solid ${({ theme }) => theme.engraved};
    background: none;
    color: inherit;
    font: inherit;
    font-size: 13px;
    font-stretch: 84%;
    text-align: left;
    padding: 2px 0 0 4px;
    cursor: pointer;
    min-height: 46px;
  }
  button[data-hovered] {
    background: ${({ theme }) => theme.plate};
  }
  button[aria-pressed='true'] {
    background: ${({ theme }) => theme.ink};
    color: ${({ theme }) => theme.ground};
  }
  svg {
    display: block;
    width: 100%;
    height: 24px;
  }
  @media (max-width: 760px) {
    grid-template-columns: repeat(6, minmax(0, 1fr));
  }
`

function MonthCell({ month, today, chosen, onChoose }: CellProps) {
  const { jobs, days } = month
  const count = jobs.length === 0 ? 'no job' : jobs.length === 1 ? '1 job' : `${jobs.length} jobs`
  const now = today.startsWith(month.key) ? Number(today.slice(8, 10)) : null
  return (
    <Button
      aria-label={[`${month.name}: ${count}`, ...jobs.map(({ name }) => name)].join(', ')}
      aria-pressed={chosen}
      onPress={onChoose}
      data-month={month.key}
    >
      {month.name}
      <svg viewBox={`0 0 ${days} 24`} preserveAspectRatio="none" aria-hidden>
        {now !== null && (
          <path
            d={`M${now - 0.5} 0V24`}
            stroke="currentColor"
            strokeDasharray="3 3"
            vectorEffect="non-scaling-stroke"
          />
        )}
        {jobs.map(({ day, name }) => (
          <rect key={`${day}${name}`} x={day - 1} y="4" width="1.6" height="20" fill="currentColor" />
        ))}
      </svg>
    </Button>
  )
}

type CellProps = { month: Month; today: string; chosen: boolean; onChoose: () => void }
type Props = { now: Date; words: string; onSearch: (words: string) => void }

/** A year of jobs by their dates; a month pressed shows its jobs, pressed again all. */
export default function YearStrip({ now, words, onSearch }: Props) {
  const dates = useQuery({
    queryKey: ['jobs', 'dates'],
    queryFn: () => need(client.GET('/api/jobs/dates')),
  }).data
  if (!dates || dates.length === 0) return null
  return (
    <Strip role="group" aria-label="A year of jobs">
      {yearAbout(now, dates).map((month) => (
        <MonthCell
          key={month.key}
          month={month}
          today={dateOf(now)}
          chosen={words === month.key}
          onChoose={() => onSearch(words === month.key ? '' : month.key)}
        />
      ))}
    </Strip>
  )
}
