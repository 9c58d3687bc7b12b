import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { useNavigate } from 'react-router'
import styled from 'styled-components'
import { words } from '../api/client'
import type { DrillKind } from '../api/types'
import { useKeys } from '../keys/KeysProvider'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { useTitle } from '../ui/useTitle'
import { Spoken } from '../ui/voice'
import { type Asked, drawAhead, drillsQuery, roundQuery } from './drillsQuery'
import { RoundView } from './RoundView'
import { Standing } from './Standing'
import { DrawnOn } from './DrawnOn'
import { drawTask, useTask } from './task'
import { TaskView } from './TaskView'
import { Weeks } from './Weeks'

const Page = styled.div`
  max-width: 1240px;
  margin: 0 auto;
  padding: 14px 20px 60px;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: 8px 36px;
  align-items: start;
  h1 {
    font-size: 24px;
    font-weight: 650;
    font-stretch: 84%;
  }
  h2 {
    font-size: 17px;
    padding-top: 6px;
  }
  .top {
    grid-column: 1 / -1;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 18px;
    align-items: baseline;
  }
  .top .end {
    margin-left: auto;
  }
  .lead {
    line-height: 1.7;
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
  }
  .notches {
    letter-spacing: 0.12em;
    font-size: 20px;
    white-space: nowrap;
  }
  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
    padding: 8px 12px 40px;
  }
`
const IN_A_TURN = 10

/** Practice: a turn of ten rounds, each one question and one gesture. */
export default function DrillsPage() {
  useTitle('Drills')
  const navigate = useNavigate()
  const told = useQuery(drillsQuery)
  // Who comes back is asked anew, not what was drawn before.
  const [sitting] = useState(() => Math.random())
  const [asked, setAsked] = useState<Asked | null>(null)
  const [results, setResults] = useState<boolean[]>([])
  const round = useQuery({ ...roundQuery(asked ?? { sitting, number: 0 }), enabled: asked !== null })
  const client = useQueryClient()
  const now = round.data?.kind
  useEffect(() => {
    // What cannot be drawn ahead is drawn, or its trouble told, when its turn comes.
    if (asked !== null && now) drawAhead(client, asked, now).catch(() => undefined)
  }, [client, asked, now])
  const [job, setJob] = useState<string>()
  const task = useTask()
  const ask = (kind?: DrillKind) =>
    setAsked((before) => ({ sitting, number: (before?.number ?? 0) + 1, kind, job }))
  const begin = () => {
    setResults([])
    ask()
  }
  const over = results.length >= IN_A_TURN
  useKeys('drills', [{ key: 'n', name: 'Ten rounds', run: begin }])
  const right = results.filter(Boolean).length
  return (
    <Page>
      <div className="top">
        <h1>Drills</h1>
        {asked !== null && asked.kind === undefined && (
          <span
            className="notches"
            role="img"
            aria-label={`${right} right of ${results.length} answered, of ${IN_A_TURN}`}
          >
            {results.map((good) => (good ? '●' : '○')).join('')}
            {'·'.repeat(Math.max(0, IN_A_TURN - results.length))}
          </span>
        )}
        <span className="end">
          <Push onPress={() => void navigate(`/drills/sheet/${(asked?.number ?? 0) + 1}`)}>
            A sheet for paper
          </Push>
        </span>
      </div>
      <div>
        {asked === null && (
          <>
            {task !== null && <TaskView key={task} seed={task} />}
            <p className="lead">
              Ten short rounds on <DrawnOn job={job} onChoose={setJob} />: one question, one gesture, then
              what is right and why. What goes wrong comes back sooner.
            </p>
            <p className="does">
              <MainPush onPress={begin}>Ten rounds</MainPush>
              {task === null && <Push onPress={drawTask}>A task to do outside</Push>}
            </p>
          </>
        )}
        {asked !== null && round.isPending && <Spoken>Drawing a round …</Spoken>}
        {round.error && <Trouble>{words(round.error)}</Trouble>}
        {over && asked?.kind === undefined && (
          <Spoken as="p" data-turn-over>
            <b>
              {right} of {IN_A_TURN} right.
            </b>
          </Spoken>
        )}
        {asked !== null && round.data && (
          <RoundView
            key={`${asked.number} ${round.data.seed}`}
            round={round.data}
            next={over ? 'Ten more' : asked.kind ? 'Another of these' : 'Next'}
            onGraded={(graded) => setResults((before) => [...before, graded.right])}
            onNext={() => (over ? begin() : ask(asked.kind))}
          />
        )}
      </div>
      <div>
        <h2>Kinds of question</h2>
        {told.error && <Trouble>{words(told.error)}</Trouble>}
        {told.data && (
          <Standing
            told={told.data}
            onAsk={(kind) => {
              setResults([])
              if (kind !== 'outside') return ask(kind)
              setAsked(null)
              drawTask()
            }}
          />
        )}
        {told.data && told.data.weeks.length > 0 && (
          <>
            <h2>Week by week</h2>
            <p>Rounds answered, those right filled; below, how far off in stops on the whole.</p>
            <Weeks weeks={told.data.weeks} />
          </>
        )}
      </div>
    </Page>
  )
}
