import { useInfiniteQuery } from '@tanstack/react-query'
import { useCallback, useEffect, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { logQuery } from '../api/queries'
import type { Lit, Setup, TakeTold } from '../api/types'
import { type BenchState, useBench } from '../bench/useBench'
import { useKeys } from '../keys/KeysProvider'
import { usePicture } from '../picture/usePicture'
import { Keeping, SaveWords } from '../ui/Keeping'
import { useNotice } from '../ui/Notices'
import { PageHead } from '../ui/PageHead'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { useTitle } from '../ui/useTitle'
import { Spoken } from '../ui/voice'
import { Intake } from './Intake'
import { Loupe } from './Loupe'
import { keyOf } from './marks'
import { Simulated } from './Simulated'
import { TakeFrame } from './TakeFrame'
import { TaskAtHand } from './TaskAtHand'
import { TakeLines } from './TakeLines'
import { TakenApart } from './TakenApart'
import { TakeStrip } from './TakeStrip'
import { TakeTones } from './TakeTones'
import { useIntake } from './useIntake'
import { useTake } from './useTake'
import { useWatch } from './useWatch'
import { Verdict } from './Verdict'

const Page = styled.div`
  padding: 10px 20px 40px;
  .columns {
    display: grid;
    grid-template-columns: minmax(0, 1.55fr) minmax(340px, 1fr);
    gap: 12px 24px;
    align-items: start;
  }
  .frames {
    display: grid;
    grid-template-columns: 1fr 1fr auto;
    gap: 10px 16px;
    align-items: start;
  }
  .frames > :first-child {
    grid-column: 1 / -1;
  }
  .frames.upright {
    grid-template-columns: 1fr 1fr;
  }
  .frames.upright > :first-child {
    grid-column: auto;
  }
  .row {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
  }
  .lines p {
    padding: 4px 0;
    line-height: 1.6;
  }
  figcaption,
  .quiet {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
  .empty {
    max-width: 60ch;
    padding: 24px 0;
    line-height: 1.5;
    p {
      padding: 4px 0;
    }
  }
  @media (max-width: 900px) {
    .columns {
      grid-template-columns: minmax(0, 1fr);
    }
    /* The frame, what it says, and then what it is compared with. */
    .frames,
    .frames.upright {
      display: contents;
    }
    .frames > :first-child {
      order: -1;
    }
    .frames > :not(:first-child) {
      order: 1;
    }
  }
  @media (max-width: 760px) {
    padding: 8px 12px 40px;
  }
`

const BOTH: Lit = { light: 'both' }
/** So many of a setup's latest takes stand in its strip. */
const SHOWN = 24

/** A setup's test frames: taken in, judged, and what they say put into the plan. */
export default function JudgePage() {
  const { id = '', take } = useParams()
  return <Judge key={id} id={id} take={take ?? ''} />
}

function Judge({ id, take }: { id: string; take: string }) {
  const bench = useBench(id)
  const { draft, kept } = bench
  useTitle(draft ? `Judge ${draft.name}` : 'Judge')
  if (bench.missing) {
    return (
      <Spoken as={Page}>
        This setup is not there any more. <Link to="/">Go to the jobs.</Link>
      </Spoken>
    )
  }
  if (!draft || !kept) {
    return (
      <Spoken as={Page}>
        {bench.trouble ?? 'Unpacking …'}{' '}
        {bench.trouble && <Push onPress={() => void bench.reload()}>Try again</Push>}
      </Spoken>
    )
  }
  return <Frames id={id} take={take} bench={bench} draft={draft} job={kept.job_id} />
}

type FramesProps = { id: string; take: string; bench: BenchState; draft: Setup; job: string }

function Frames({ id, take, bench, draft, job }: FramesProps) {
  const navigate = useNavigate()
  const log = useInfiniteQuery(logQuery(job, { setup: id, most: SHOWN }))
  const takes = log.data?.pages[0]?.takes ?? []
  const shown = take || (takes[0]?.id ?? '')
  const [watches, setWatches] = useState(false)
  const onTaken = useCallback(
    (told: TakeTold) => void navigate(`/setups/${id}/judge/${told.kept.id}`),
    [id, navigate],
  )
  const intake = useIntake(id, onTaken)
  const { takeIn } = intake
  const onNew = useCallback((names: string[]) => void takeIn(names), [takeIn])
  const folder = useWatch(watches, onNew)
  usePasted(takeIn)
  const step = (by: number) => {
    const next = takes[takes.findIndex((row) => row.id === shown) + by]
    if (next) void navigate(`/setups/${id}/judge/${next.id}`)
  }
  useKeys('judge', [
    { key: ',', name: 'The take after', run: () => step(-1) },
    { key: '.', name: 'The take before', run: () => step(1) },
  ])
  const saved = bench.save === 'saved'
  return (
    <>
      <PageHead>
        <h1>Judge {draft.name}</h1>
        <Link to={`/setups/${id}`}>Bench</Link>
        <Link to={`/jobs/${job}/log`}>Log</Link>
        <span className="end">
          <SaveWords save={bench.save} />
          <Push onPress={() => void bench.undo()} isDisabled={saved && !bench.kept?.history.undo}>
            Undo
          </Push>
        </span>
      </PageHead>
      <Page>
        <Keeping state={bench} by={bench} />
        <Intake intake={intake} watches={watches} folder={folder} onWatch={setWatches}>
          {log.isSuccess && takes.length === 0 && !take && (
            <div className="empty">
              <p>No frame of this setup yet.</p>
              <p>
                Open one, drop or paste it here, or let a tethered camera put its frames into the folder that
                is watched. It is measured where the plan measures, and what to turn comes out in your dials.
                The file itself stays where it is and is not changed.
              </p>
              <p>Best is a pair: one frame with flash, one without, nothing else changed.</p>
            </div>
          )}
          {!shown && <TaskAtHand />}
          {takes.length > 0 && <TakeStrip id={id} takes={takes} shown={shown} />}
          {shown && <OneTake key={shown} id={shown} setup={id} bench={bench} draft={draft} others={takes} />}
        </Intake>
      </Page>
    </>
  )
}

/** Frames pasted anywhere on the page are taken in. */
function usePasted(takeIn: (files: File[]) => Promise<void>) {
  useEffect(() => {
    const pasted = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])]
      if (files.length > 0) void takeIn(files)
    }
    document.addEventListener('paste', pasted)
    return () => document.removeEventListener('paste', pasted)
  }, [takeIn])
}

type OneProps = {
  id: string
  setup: string
  bench: BenchState
  draft: Setup
  others: Parameters<typeof TakeLines>[0]['others']
}

function OneTake({ id, setup, bench, draft, others }: OneProps) {
  const navigate = useNavigate()
  const notice = useNotice()
  const [without, setWithout] = useState<string | null>(null)
  const [mark, setMark] = useState('')
  const { told, edit, trouble } = useTake(id, without)
  const { picture } = usePicture(setup, draft, BOTH, true)
  if (!told) return <Spoken>Fetching the take …</Spoken>
  const { take, job } = told.kept
  const upright = take.frame !== null && take.frame !== undefined && take.frame.height > take.frame.width
  const chosen = take.marks.find((one) => keyOf(one.of) === mark) ?? take.marks[0]
  const change = (what: 'delete' | 'restore') =>
    need(
      client.POST('/api/jobs/{id}/takes/change', {
        params: { path: { id: job } },
        body: { ids: [id], done: { what } },
      }),
    )
  const trying = (done: Promise<unknown>) => done.catch((error: unknown) => notice(words(error)))
  const remove = async () => {
    await change('delete')
    void navigate(`/setups/${setup}/judge`)
    notice('The take is deleted.', { label: 'Bring it back', run: () => void trying(change('restore')) })
  }
  return (
    <div className="columns">
      <div className={upright ? 'frames upright' : 'frames'}>
        <TakeFrame
          told={told}
          chosen={chosen ? keyOf(chosen.of) : ''}
          onChoose={setMark}
          onMarks={(marks) => edit({ marks })}
        />
        {without && <TakenApart id={id} without={without} />}
        {picture && <Simulated seen={picture} marks={take.marks} />}
        {take.frame && <TakeTones taken={take.frame.tones} planned={picture?.told.tones} />}
        {chosen && <Loupe told={told} mark={chosen} />}
      </div>
      <div>
        {trouble && <Trouble>{trouble}</Trouble>}
        <TaskAtHand take={{ id, version: told.kept.version }} />
        <Verdict
          told={told}
          without={without}
          version={bench.kept?.version}
          saved={bench.save === 'saved'}
          onPut={(to) => bench.edit(() => to)}
          onUndo={() => void bench.undo()}
        />
        <TakeLines
          told={told}
          others={others}
          without={without}
          chosen={chosen}
          onWithout={setWithout}
          onEdit={edit}
          onMark={setMark}
          onDelete={() => void trying(remove())}
        />
      </div>
    </div>
  )
}
