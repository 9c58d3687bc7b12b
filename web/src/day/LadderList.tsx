import { useSaid } from '../words/useSaid'
import { Spoken } from '../ui/voice'
import { useState } from 'react'
import { turnsSaid } from '../words/turns'
import styled from 'styled-components'
import type { Ladder, Rung, Setup } from '../api/types'
import { Latch } from '../ui/Push'
import { span } from './clock'
import { RungPicture } from './RungPicture'

const Next = styled.div`
  border: 2px solid ${({ theme }) => theme.ink};
  padding: 8px 12px 10px;
  margin-bottom: 8px;
  .when {
    font-size: 14px;
  }
  .turns {
    font-size: 26px;
    line-height: 1.15;
    font-weight: 700;
    font-stretch: 82%;
  }
`
const Rungs = styled.ol`
  margin-top: 6px;
  border-left: 3px solid ${({ theme }) => theme.engraved};
  li {
    display: grid;
    grid-template-columns: 5.4ch 1fr auto;
    gap: 0 12px;
    padding: 5px 0 5px 12px;
    border-bottom: 1px solid ${({ theme }) => theme.line};
    position: relative;
    font-size: 16px;
    line-height: 1.3;
  }
  li::before {
    content: '';
    position: absolute;
    left: -3px;
    top: 15px;
    width: 10px;
    border-top: 3px solid ${({ theme }) => theme.engraved};
  }
  time {
    font-weight: 650;
  }
  li[data-state='past'] {
    color: ${({ theme }) => theme.quiet};
  }
  li[data-state='now'] {
    font-weight: 650;
    background: ${({ theme }) => theme.plate};
  }
  li[data-state='now']::before {
    border-color: ${({ theme }) => theme.ink};
    width: 20px;
    left: -13px;
  }
  .state {
    font-size: 13px;
    font-weight: 550;
  }
`
const Warn = styled.p`
  border-left: 4px solid ${({ theme }) => theme.warn};
  padding-left: 8px;
  margin: 0 0 8px;
  font-size: 14px;
  line-height: 1.35;
`

const turnWords = (rung: Rung) =>
  rung.turns.map((turn) => (
    <span key={`${turn.dial.dial}${turn.dial.light ?? ''}`}>
      {turn.name} <strong>{turn.to}</strong>
      <br />
    </span>
  ))

/** The ladder as a list: what is in force, what comes next, and when. */
export function LadderList({
  ladder,
  setup,
  minute,
  show,
}: {
  ladder: Ladder
  /** The setup it is of, to be seen at each change. */
  setup?: Setup
  minute: number
  show: (clock: string) => string
}) {
  const inForce = ladder.rungs.findLastIndex((rung) => rung.minute <= minute)
  const next = ladder.rungs[inForce + 1]
  // What is done is in the way of a thumb, until it is asked for.
  const [earlier, setEarlier] = useState(false)
  const said = useSaid()
  const late = ladder.warnings.filter((warning) => warning.minute >= minute)
  return (
    <div>
      <Spoken as={Next} data-next={next?.clock ?? 'none'}>
        {next ? (
          <>
            <p className="when">
              Next at <strong>{show(next.clock)}</strong>, in {span(next.minute - minute)}
              {inForce < 0 && ': set'}
            </p>
            <p className="turns">{turnsSaid(next.turns)}</p>
          </>
        ) : (
          <p className="when">Nothing more to turn until the end of work.</p>
        )}
      </Spoken>
      {ladder.apart && inForce <= 0 && <Warn data-apart>{ladder.apart.text}</Warn>}
      {(late.length > 0 ? late : ladder.warnings.slice(-1)).map((warning) => (
        <Warn key={warning.text}>{said(warning.text)}</Warn>
      ))}
      {inForce > 0 && (
        <Latch isSelected={earlier} onChange={setEarlier}>
          {inForce === 1 ? 'The one before' : `The ${inForce} before`}
        </Latch>
      )}
      <Rungs aria-label="Ladder">
        {ladder.rungs.map((rung, index) => {
          if (index < inForce && !earlier) return null
          const state =
            index < inForce ? 'past' : index === inForce ? 'now' : index === inForce + 1 ? 'next' : 'later'
          return (
            <li key={rung.minute} data-state={state} aria-current={state === 'now' ? 'step' : undefined}>
              <time>{show(rung.clock)}</time>
              <span>
                {turnWords(rung)}
                {state === 'now' && <span className="state">in force now</span>}
                {!rung.kept && <span className="state">further from the plan than the tolerance allows</span>}
              </span>
              {setup && <RungPicture id={ladder.setup} setup={setup} rung={rung} time={show(rung.clock)} />}
            </li>
          )
        })}
      </Rungs>
    </div>
  )
}
