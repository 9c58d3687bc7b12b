import { useInfiniteQuery, useMutation, useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { Link, useParams } from 'react-router'
import styled from 'styled-components'
import { client, need, words as said } from '../api/client'
import { jobQuery, logQuery } from '../api/queries'
import type { TakeChoice } from '../api/types'
import { choicesOf } from '../ui/choices'
import { download } from '../ui/download'
import { LiveChoice } from '../ui/LiveChoice'
import { useNotice } from '../ui/Notices'
import { PageHead } from '../ui/PageHead'
import { Push } from '../ui/Push'
import { Search } from '../ui/Search'
import { Trouble } from '../ui/Trouble'
import { useTitle } from '../ui/useTitle'
import { Views } from '../ui/Views'
import { Spoken } from '../ui/voice'
import { BracketCurve } from './BracketCurve'
import { ByClock } from './ByClock'
import { ByHand } from './ByHand'
import { Drift } from './Drift'
import { ManyBar, type Done } from './ManyBar'
import { OverDistance } from './OverDistance'
import { TakeRows } from './TakeRows'

const Page = styled.div`
  max-width: 1180px;
  margin: 0 auto;
  padding: 10px 20px 60px;
  .seek {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 16px;
    align-items: center;
    padding: 4px 0 10px;
  }
  .quiet {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
  @media (max-width: 760px) {
    padding: 8px 12px 60px;
  }
`

type Shows = TakeChoice | 'all'
const views = choicesOf<Shows>({ all: 'All', keeper: 'Keepers', open: 'Undecided', out: 'Out' })
const ALL = 'all'

/** A job's log: every take against its plan. */
export default function LogPage() {
  const { id = '' } = useParams()
  return <Log key={id} id={id} />
}

function Log({ id }: { id: string }) {
  const job = useQuery(jobQuery(id))
  const notice = useNotice()
  const [words, setWords] = useState('')
  const [choice, setChoice] = useState<Shows>('all')
  const [setup, setSetup] = useState(ALL)
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set())
  const look = {
    ...(useDeferredValue(words).trim() && { words: words.trim() }),
    ...(choice !== 'all' && { choice }),
    ...(setup !== ALL && { setup }),
  }
  const log = useInfiniteQuery(logQuery(id, look))
  useTitle(job.data ? `Log of ${job.data.job.name}` : 'Log')
  const pages = log.data?.pages ?? []
  const takes = pages.flatMap((page) => page.takes)
  const all = pages[0]?.all ?? 0
  const [trouble, setTrouble] = useState<string | null>(null)
  const change = async (ids: string[], done: Done) => {
    try {
      const params = { path: { id } }
      await need(client.POST('/api/jobs/{id}/takes/change', { params, body: { ids, done } }))
      setTrouble(null)
      if (done.what !== 'delete') return
      setChosen(new Set())
      const count = ids.length === 1 ? 'The take is' : `${ids.length} takes are`
      notice(`${count} deleted.`, {
        label: ids.length === 1 ? 'Bring it back' : 'Bring them back',
        run: () => void change(ids, { what: 'restore' }),
      })
    } catch (error) {
      setTrouble(said(error))
    }
  }
  const bracket = useMutation({
    mutationFn: (takes: string[]) => need(client.POST('/api/takes/bracket', { body: { takes } })),
  })
  const series = useMutation({
    mutationFn: (takes: string[]) => need(client.POST('/api/takes/distances', { body: { takes } })),
  })
  if (job.isError) {
    return (
      <Spoken as={Page}>
        {said(job.error)} <Link to="/">Go to the jobs.</Link>
      </Spoken>
    )
  }
  const setups = [{ id: ALL, name: 'every setup' }, ...(job.data?.setups ?? [])]
  const sought = Object.keys(look).length > 0
  // All takes of one setup lie over its day; of several, each in its own light, and some that were sought, in their order.
  const whole = !look.words && !look.choice
  const alone = whole && new Set(takes.map((take) => take.setup)).size === 1 ? takes[0]?.setup : undefined
  const inOrder = takes.length > 1 && <Drift takes={takes} />
  const onStrip = job.data?.setups.find((one) => one.id === alone)
  return (
    <>
      <PageHead>
        <h1>Log of {job.data?.job.name ?? '…'}</h1>
        <Link to={`/jobs/${id}/day`}>Day</Link>
        <Link to="/kit/learnt">What the takes teach</Link>
        <span className="quiet">{all === 1 ? '1 take' : `${all} takes`}</span>
        {all > 0 && <Push onPress={() => download(`/api/jobs/${id}/takes.csv`)}>As a table</Push>}
        {all > 0 && <Push onPress={() => download(`/api/jobs/${id}/takes.jsonl`)}>As JSON lines</Push>}
      </PageHead>
      <Page>
        <div className="seek">
          <Search
            label="Search the log"
            placeholder="file, note, body, lens"
            value={words}
            onChange={setWords}
          />
          <Views label="Which takes" views={views} shows={choice} onShow={setChoice} />
          <span>
            of <LiveChoice label="Setup" value={setup} choices={setups} onChoose={setSetup} />
          </span>
        </div>
        <ByHand setups={job.data?.setups ?? []} />
        {trouble && <Trouble>{trouble}</Trouble>}
        {log.isError && <Trouble>{said(log.error)}</Trouble>}
        {log.isPending && <Spoken>Reading the log …</Spoken>}
        {log.isSuccess && takes.length === 0 && (
          <p>
            {sought
              ? 'No take is like that.'
              : 'No take yet. Open a setup and judge a frame of it: each frame is put down here against its plan.'}
          </p>
        )}
        {onStrip ? <ByClock job={id} setup={onStrip.id} name={onStrip.name} otherwise={inOrder} /> : inOrder}
        {takes.length > 0 && (
          <>
            {bracket.data && <BracketCurve told={bracket.data} onDone={() => bracket.reset()} />}
            {bracket.error && <Trouble>{said(bracket.error)}</Trouble>}
            {series.data && <OverDistance told={series.data} onDone={() => series.reset()} />}
            {series.error && <Trouble>{said(series.error)}</Trouble>}
            <ManyBar
              count={chosen.size}
              onBracket={() => bracket.mutate([...chosen])}
              onDistances={() => series.mutate([...chosen])}
              onDone={(done) => void change([...chosen], done)}
              onNone={() => setChosen(new Set())}
            />
            <TakeRows
              takes={takes}
              series={pages.flatMap((page) => page.series)}
              chosen={chosen}
              onChoose={setChosen}
            />
          </>
        )}
        {log.hasNextPage && (
          <p>
            <Push onPress={() => void log.fetchNextPage()} isDisabled={log.isFetchingNextPage}>
              Earlier takes
            </Push>
          </p>
        )}
      </Page>
    </>
  )
}
