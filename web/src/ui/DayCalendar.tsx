import { parseDate } from '@internationalized/date'
import { CalendarDays, ChevronLeft, ChevronRight } from 'lucide-react'
import {
  Calendar,
  CalendarCell,
  CalendarGrid,
  CalendarGridBody,
  CalendarGridHeader,
  CalendarHeaderCell,
  Dialog,
  DialogTrigger,
  Heading,
  Popover,
} from 'react-aria-components'
import styled from 'styled-components'
import { QuietPush } from './Push'

const Drop = styled(Popover)`
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 2px solid ${({ theme }) => theme.ink};
  padding: 8px 10px;
  header {
    display: flex;
    align-items: center;
  }
  h2 {
    flex: 1;
    text-align: center;
    font-size: 17px;
  }
  th {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
    font-weight: 500;
  }
`
const Cell = styled(CalendarCell)`
  width: 42px;
  height: 40px;
  display: grid;
  place-items: center;
  cursor: pointer;
  font-variant-numeric: tabular-nums;
  &[data-outside-month] {
    visibility: hidden;
  }
  &[data-hovered],
  &[data-focused] {
    background: ${({ theme }) => theme.line};
  }
  &[data-selected] {
    background: ${({ theme }) => theme.ink};
    color: ${({ theme }) => theme.ground};
    font-weight: 700;
  }
`

/** A day as it is written; none where it is no day. */
function dayOf(date: string) {
  try {
    return parseDate(date)
  } catch {
    return null
  }
}

type Props = { label: string; date: string; onPick: (date: string) => void }

/** A calendar to take a day from. */
export default function DayCalendar({ label, date, onPick }: Props) {
  const at = dayOf(date)
  return (
    <DialogTrigger>
      <QuietPush aria-label={`${label}: from a calendar`}>
        <CalendarDays size={17} aria-hidden />
      </QuietPush>
      <Drop>
        <Dialog aria-label={label}>
          {({ close }) => (
            <Calendar
              aria-label={label}
              value={at}
              autoFocus
              onChange={(day) => {
                onPick(day.toString())
                close()
              }}
            >
              <header>
                <QuietPush slot="previous">
                  <ChevronLeft size={18} aria-hidden />
                </QuietPush>
                <Heading />
                <QuietPush slot="next">
                  <ChevronRight size={18} aria-hidden />
                </QuietPush>
              </header>
              <CalendarGrid>
                <CalendarGridHeader>
                  {(day) => <CalendarHeaderCell>{day}</CalendarHeaderCell>}
                </CalendarGridHeader>
                <CalendarGridBody>{(day) => <Cell date={day} />}</CalendarGridBody>
              </CalendarGrid>
            </Calendar>
          )}
        </Dialog>
      </Drop>
    </DialogTrigger>
  )
}
