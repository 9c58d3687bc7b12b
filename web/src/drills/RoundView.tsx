import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import styled from 'styled-components'
import { client, needAsTold, words } from '../api/client'
import type { Graded, Round } from '../api/types'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { Frames, Swatches } from './Asked'
import { Circle } from './Circle'
import { Engraved } from './Engraved'
import { scaleOf } from './marks'

const Plate = styled.section`
  .ask {
    font-size: 21px;
    line-height: 1.3;
    max-width: 44em;
  }
  .on {
    font-size: 15px;
    color: ${({ theme }) => theme.quiet};
  }
  .choices {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding: 10px 0;
  }
  .choices button {
    min-height: 52px;
    padding: 6px 18px;
    font-size: 18px;
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: baseline;
    padding: 8px 0;
  }
  .does button {
    min-height: 48px;
    font-size: 18px;
    padding: 4px 22px;
  }
  .verdict {
    border-left: 7px solid ${({ theme }) => theme.warn};
    padding: 2px 0 2px 12px;
    margin-top: 10px;
    font-size: 18px;
  }
  .verdict.right {
    border-color: ${({ theme }) => theme.flash};
  }
  .verdict b {
    font-size: 22px;
  }
`

type Props = {
  round: Round
  /** Once it is graded. */
  onGraded: (graded: Graded) => void
  onNext: () => void
  next: string
}

/** One question, one gesture, and then what is right and why. */
export function RoundView({ round, onGraded, onNext, next }: Props) {
  const { kind, seed, gesture, on = null } = round
  const scale = scaleOf(gesture)
  const [value, setValue] = useState(scale?.begins ?? 0)
  const answer = useMutation({
    mutationFn: (told: number) =>
      needAsTold(client.POST('/api/drills/answers', { body: { kind, seed, answer: told, on } })),
    onSuccess: onGraded,
  })
  const graded = answer.data
  const frames = graded && graded.frames.length > 0 ? graded.frames : round.frames
  const turns = gesture.by === 'turn'
  return (
    <Plate aria-label="Question" data-kind={kind} data-seed={seed}>
      {on && round.on_name && (
        <p className="on">
          On <Link to={`/setups/${on.id}`}>{round.on_name}</Link>, its dials or its light elsewhere:
        </p>
      )}
      <p className="ask">{round.ask}</p>
      {(frames.length > 0 || turns) && (
        <Frames frames={frames} shape={round.shape}>
          {turns && <Circle degrees={value} truth={graded?.truth ?? null} pane={round.pane ?? null} />}
        </Frames>
      )}
      {round.swatches.length > 0 && <Swatches swatches={round.swatches} />}
      {scale && (
        <Engraved
          scale={scale}
          value={value}
          onChange={setValue}
          truth={graded ? { at: scale.read(graded.truth), written: graded.written } : null}
        />
      )}
      {gesture.by === 'choice' && !graded && (
        <div className="choices">
          {gesture.options.map((option, index) => (
            <Push key={option} onPress={() => answer.mutate(index)} isDisabled={answer.isPending}>
              {option}
            </Push>
          ))}
        </div>
      )}
      {graded && (
        <Spoken as="div" className={graded.right ? 'verdict right' : 'verdict'} data-right={graded.right}>
          <b>{graded.said}</b> {gesture.by === 'choice' && !graded.right && <>It is: {graded.written}. </>}
          {graded.why}
        </Spoken>
      )}
      {answer.error && <Trouble>{words(answer.error)}</Trouble>}
      <p className="does">
        {!graded && scale && (
          <MainPush onPress={() => answer.mutate(scale.told(value))} isDisabled={answer.isPending}>
            {`It is ${scale.said(value)}`}
          </MainPush>
        )}
        {answer.error && <Push onPress={onNext}>Take another</Push>}
        {graded && (
          <MainPush autoFocus onPress={onNext}>
            {next}
          </MainPush>
        )}
      </p>
    </Plate>
  )
}
