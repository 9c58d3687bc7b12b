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

type Props = Pick<BenchState, 'kept' | 'save' | 'edit' | 'undo' | 'redo' | 'solve'> & {
  name: Setup['name']
  nameError?: string
  follows: boolean
  shows: Shows
  onShow: (shows: Shows) => void
}

/** Which setup it is, how it is kept, and the one thing to do. */
export const BenchHead = memo(function BenchHead(props: Props) {
  const { kept, save, edit, undo, redo, solve, name, nameError, follows, shows, onShow } = props
  const { job, before, after } = useNeighbours(kept)
  const standIns = useQuery(standInsQuery).data
  const navigate = useNavigate()
  const go = (to?: { id: string }) => to && navigate(benchPath(to.id, shows))
  const history = kept?.history
  const standby = kept?.setup.standby
  const unsaved = save !== 'saved'
  return (
    <Head>
      <h1>
        <Link to="/">{job?.job.name ?? '…'}</Link> <span className="slash">/</span>
        <LiveText
          label="Name of the setup"
          value={name}
          wide
          error={nameError}
          onCommit={(name) => edit((s) => ({ ...s, name }))}
        />
        {standby && <span className="standby">{standbyWords(standby)}</span>}
      </h1>
      <span>
        <QuietPush onPress={() => go(before)} isDisabled={!before} aria-label="Setup before">
          ‹
        </QuietPush>
        <QuietPush onPress={() => go(after)} isDisabled={!after} aria-label="Setup after">
          ›
        </QuietPush>
      </span>
      <Views label="Brief, set or colour" views={views} shows={shows} onShow={onShow} deskOnly />
      {kept && (
        <Link className="aside" to={`/setups/${kept.id}/judge`}>
          Judge
        </Link>
      )}
      {kept && (
        <Link className="aside" to={`/jobs/${kept.job_id}/card?only=${kept.id}`}>
          Card
        </Link>
      )}
      {standIns?.there && kept && (
        <Link className="aside" to={`/setups/${kept.id}/stand-ins`}>
          Stand-ins
        </Link>
      )}
      <span className="end">
        <SaveWords className="saved" save={save} />
        <Push onPress={() => void undo()} isDisabled={!unsaved && !history?.undo}>
          Undo
        </Push>
        <Push onPress={() => void redo()} isDisabled={!history?.redo}>
          Redo
        </Push>
        <Follow isSelected={follows} onChange={(on) => edit((s) => ({ ...s, solve_as_i_go: on }))}>
          <span className="track" aria-hidden />
          Solve as I go
        </Follow>
        <MainPush className="solve" onPress={solve}>
          Solve
        </MainPush>
      </span>
    </Head>
  )
})
