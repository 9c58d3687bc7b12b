import { useQuery } from '@tanstack/react-query'
import { memo } from 'react'
import { Switch } from 'react-aria-components'
import { Link, useNavigate } from 'react-router'
import styled from 'styled-components'
import { jobQuery, standInsQuery } from '../api/queries'
import type { Setup } from '../api/types'
import { choicesOf } from '../ui/choices'
import { LiveText } from '../ui/Field'
import { headRow } from '../ui/headRow'
import { SaveWords } from '../ui/Keeping'
import { MainPush, Push, QuietPush } from '../ui/Push'
import { Views } from '../ui/Views'
import { standbyWords } from '../words/standby'
import type { BenchState } from './useBench'

const Head = styled.header`
  ${headRow}
  h1 {
    font-size: 18px;
    font-weight: 400;
    display: flex;
    align-items: baseline;
    gap: 6px;
    input {
      text-align: left;
    }
    .standby {
      font-size: 14px;
      white-space: nowrap;
    }
  }
  .end {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
  }
  @media (max-width: 760px) {
    padding: 4px 12px;
    h1 {
      /* The name is read whole; what is beside it goes below. */
      flex: 1 0 70%;
      min-width: 0;
      display: block;
      line-height: 1.2;
    }
    h1 a {
      display: inline-block;
      min-height: 28px;
      padding: 4px 12px 4px 0;
      font-size: 13px;
    }
    h1 .slash {
      display: none;
    }
    .end {
      margin-left: 0;
      width: 100%;
    }
    .saved {
      margin-left: auto;
      order: 4;
    }
    .solve {
      display: none;
    }
    .aside {
      display: inline-flex;
      align-items: center;
      min-height: 44px;
      padding: 0 4px;
    }
  }
`
const Follow = styled(Switch)`
  display: inline-flex;
  align-items: center;
  gap: 8px;
  cursor: pointer;
  min-height: 32px;
  .track {
    width: 34px;
    height: 18px;
    border: 1.5px solid ${({ theme }) => theme.ink};
    padding: 2px;
  }
  .track::before {
    content: '';
    display: block;
    width: 14px;
    height: 100%;
    background: ${({ theme }) => theme.engraved};
  }
  &[data-selected] .track::before {
    margin-left: auto;
    background: ${({ theme }) => theme.ink};
  }
`
/** The setups before and after this one in shooting order. */
export function useNeighbours(kept: BenchState['kept']) {
  const job = useQuery(jobQuery(kept?.job_id ?? '')).data
  const index = job?.setups.findIndex((setup) => setup.id === kept?.id) ?? -1
  return { job, before: job?.setups[index - 1], after: index < 0 ? undefined : job?.setups[index + 1] }
}

/** What stands at the left of a desk: the brief, the set, or its colour. */
export type Shows = 'brief' | 'set' | 'colour'
const views = choicesOf<Shows>({ brief: 'Brief', set: 'Set', colour: 'Colour' })

/** Where a setup stands on the bench. */
export const benchPath = (id: string, shows: Shows) => `/setups/${id}${shows === 'brief' ? '' : `/${shows}`}`

type NameProps = Pick<BenchState, 'edit'> & {
  job?: string
  name: Setup['name']
  error?: string
  standby?: Setup['standby']
}

/** The job it is of, and what it is called. */
const Called = memo(function Called({ edit, job, name, error, standby }: NameProps) {
  return (
    <h1>
      <Link to="/">{job ?? '…'}</Link> <span className="slash">/</span>
      <LiveText
        label="Name of the setup"
        value={name}
        wide
        error={error}
        onCommit={(name) => edit((s) => ({ ...s, name }))}
      />
      {standby && <span className="standby">{standbyWords(standby)}</span>}
    </h1>
  )
})

type WaysProps = {
  id?: string
  job?: string
  before?: string
  after?: string
  shows: Shows
  onShow: (shows: Shows) => void
}

/** Where one gets to from here. */
const Ways = memo(function Ways({ id, job, before, after, shows, onShow }: WaysProps) {
  const standIns = useQuery(standInsQuery).data
  const navigate = useNavigate()
  const go = (to?: string) => to && navigate(benchPath(to, shows))
  return (
    <>
      <span>
        <QuietPush onPress={() => go(before)} isDisabled={!before} aria-label="Setup before">
          ‹
        </QuietPush>
        <QuietPush onPress={() => go(after)} isDisabled={!after} aria-label="Setup after">
          ›
        </QuietPush>
      </span>
      <Views label="Brief, set or colour" views={views} shows={shows} onShow={onShow} deskOnly />
      {id && (
        <>
          <Link className="aside" to={`/setups/${id}/judge`}>
            Judge
          </Link>
          <Link className="aside" to={`/jobs/${job}/card?only=${id}`}>
            Card
          </Link>
          {standIns?.there && (
            <Link className="aside" to={`/setups/${id}/stand-ins`}>
              Stand-ins
            </Link>
          )}
        </>
      )}
    </>
  )
})

type SolveProps = Pick<BenchState, 'edit' | 'solve'> & { follows: boolean }

const Solving = memo(function Solving({ edit, solve, follows }: SolveProps) {
  return (
    <>
      <Follow isSelected={follows} onChange={(on) => edit((s) => ({ ...s, solve_as_i_go: on }))}>
        <span className="track" aria-hidden />
        Solve as I go
      </Follow>
      <MainPush className="solve" onPress={solve}>
        Solve
      </MainPush>
    </>
  )
})

type Props = Pick<BenchState, 'kept' | 'save' | 'edit' | 'undo' | 'redo' | 'solve'> & {
  name: Setup['name']
  nameError?: string
  follows: boolean
  shows: Shows
  onShow: (shows: Shows) => void
}

/** Which setup it is, how it is kept, and the one thing to do. Keeping changes often, and draws nothing else anew. */
export const BenchHead = memo(function BenchHead(props: Props) {
  const { kept, save, edit, undo, redo, solve, name, nameError, follows, shows, onShow } = props
  const { job, before, after } = useNeighbours(kept)
  const history = kept?.history
  const unsaved = save !== 'saved'
  return (
    <Head>
      <Called edit={edit} job={job?.job.name} name={name} error={nameError} standby={kept?.setup.standby} />
      <Ways
        id={kept?.id}
        job={kept?.job_id}
        before={before?.id}
        after={after?.id}
        shows={shows}
        onShow={onShow}
      />
      <span className="end">
        <SaveWords className="saved" save={save} />
        <Push onPress={() => void undo()} isDisabled={!unsaved && !history?.undo}>
          Undo
        </Push>
        <Push onPress={() => void redo()} isDisabled={!history?.redo}>
          Redo
        </Push>
        <Solving edit={edit} solve={solve} follows={follows} />
      </span>
    </Head>
  )
})
