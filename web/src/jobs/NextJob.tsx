import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import styled from 'styled-components'
import { client, need } from '../api/client'
import { settingsQuery } from '../api/queries'
import { cardQuery, ticksQuery } from '../card/cardQuery'
import { dateWords } from '../card/dateWords'
import { clockTime } from '../words/units'
import { SkyThen } from './SkyThen'
import { dateOf, untilWords } from './until'
import { useNow } from './useNow'

const Plate = styled.section`
  border-left: 7px solid ${({ theme }) => theme.ink};
  padding: 2px 0 4px 14px;
  margin-bottom: 16px;
  h2 {
    font-size: 21px;
    font-stretch: 88%;
    font-weight: 650;
  }
  h2 span {
    font-weight: 400;
  }
  ol {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 22px;
    padding: 4px 0;
    list-style: none;
  }
  a {
    display: inline-block;
    padding: 4px 0;
  }
  time {
    font-variant-numeric: tabular-nums;
    font-weight: 650;
  }
`
/** Things not packed yet that are named. */
const NAMED = 4

/** The job that comes next: how long until then, its setups by the clock, and what is packed of it. */
export default function NextJob() {
  const now = useNow()
  const on = dateOf(now)
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const next = useQuery({
    queryKey: ['jobs', 'next', on],
    queryFn: () => need(client.GET('/api/jobs/next', { params: { query: { on } } })),
  }).data?.job
  const id = next?.id ?? ''
  const card = useQuery({ ...cardQuery(id), enabled: id !== '' }).data
  const ticked = useQuery({ ...ticksQuery(id), enabled: id !== '' }).data
  if (!next) return null
  const { job } = next
  const made = next.setups.filter(({ standby }) => !standby)
  const times = (card?.setups ?? []).flatMap(({ setup }) => (setup.standby ? [] : (setup.slot?.time ?? [])))
  const clockNow = now.toTimeString().slice(0, 5)
  const sorted = [...times].sort()
  // On its day the next of its setups is waited for.
  const first = (on === job.date ? sorted.find((time) => time >= clockNow) : sorted[0]) ?? null
  const slots = new Map(card?.setups.map((one) => [one.id, one.setup.slot?.time]) ?? [])
  const at = (id: string) => slots.get(id) ?? '99'
  const byTheClock = [...made].sort((one, other) => at(one.id).localeCompare(at(other.id)))
  const lacking = ticked && card?.packing.filter((line) => !ticked.lines.includes(`pack/${line.key}`))
  const named = lacking?.slice(0, NAMED).map(({ text }) => text)
  return (
    <Plate aria-label="What comes next" data-next={next.id}>
      <h2>
        {job.name}, {untilWords(now, job.date, first)}{' '}
        <span>{[dateWords(job.date), card?.place ?? job.place].filter(Boolean).join(', ')}</span>
      </h2>
      {made.length > 0 && (
        <ol>
          {byTheClock.map((setup) => {
            const time = slots.get(setup.id)
            return (
              <li key={setup.id}>
                {time && <time>{clockTime(time, clock)}</time>}{' '}
                <Link to={`/setups/${setup.id}`}>{setup.name}</Link>
              </li>
            )
          })}
        </ol>
      )}
      <SkyThen job={next.id} times={times} />
      <p>
        <Link to={`/jobs/${next.id}/card#pack`}>
          {card && lacking
            ? lacking.length === 0
              ? 'All is packed'
              : `Packed: ${card.packing.length - lacking.length} of ${card.packing.length}`
            : 'What to pack'}
        </Link>{' '}
        · <Link to={`/jobs/${next.id}/day`}>Light of its day</Link>
      </p>
      {lacking && named && named.length > 0 && (
        <p data-lacking>
          Not packed yet: {named.join('; ')}
          {lacking.length > NAMED ? `; and ${lacking.length - NAMED} more.` : '.'}
        </p>
      )}
    </Plate>
  )
}
