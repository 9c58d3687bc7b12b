import { produce } from 'immer'
import { memo } from 'react'
import type { Assessment, Setup } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { movements, subjects, tones, traces } from './choices'
import type { Editing } from './editing'
import { errorAt } from './errors'
import type { BenchState } from './useBench'

/** The two of a group that the exposure is about: who clips first, and who sinks first. */
export function PeopleTold({ people }: { people: Assessment['people'] }) {
  const by = [...people].sort((a, b) => a.under_clipping - b.under_clipping)
  const [lightest, darkest] = [by[0], by.at(-1)]
  if (!lightest || !darkest || lightest.tone === darkest.tone) return null
  return (
    <p className="small">
      {lightest.text} {darkest.text}
    </p>
  )
}

type SubjectProps = Editing &
  Pick<Setup, 'subject'> &
  Pick<BenchState, 'rearrange'> & { people: number; distance: number | null }

export const SubjectLines = memo(function SubjectLines(props: SubjectProps) {
  const { edit, errors, rearrange, subject, people, distance } = props
  const put = (change: Partial<Setup['subject']>) =>
    edit(produce((s) => void Object.assign(s.subject, change)))
  const at = (field: string) => errors[`/subject/${field}`]
  return (
    <div className="lines">
      <LiveChoice
        label="Subject"
        value={subject.kind}
        choices={subjects}
        onChoose={(kind) => put({ kind })}
      />
      {subject.kind === 'group' && (
        <>
          {' '}
          of{' '}
          <LiveNumber
            label="Number of people"
            value={people}
            digits={0}
            error={errorAt(errors, '/subject/people', '/scene/people')}
            onCommit={(count) => rearrange({ do: 'people', count: count }, '/subject/people')}
          />
        </>
      )}
      ,{' '}
      <Distance
        label="Distance from the camera"
        digits={2}
        value={distance}
        error={errorAt(errors, '/subject/distance', '/scene/camera/at')}
        onCommit={(wanted) => rearrange({ do: 'step_back', distance: wanted }, '/subject/distance')}
      />{' '}
      from the camera,{' '}
      <LiveChoice
        label="Movement"
        value={subject.movement}
        choices={movements}
        onChoose={(movement) => put({ movement })}
      />
      {subject.movement !== 'still' && (
        <>
          ,{' '}
          <LiveChoice
            label="What of the movement is seen"
            value={subject.trace}
            choices={traces}
            onChoose={(trace) => put({ trace })}
          />
        </>
      )}
      , <LiveChoice label="Tone" value={subject.tone} choices={tones} onChoose={(tone) => put({ tone })} /> in
      tone. Sharp through{' '}
      <Distance
        label="Depth front to back"
        value={subject.depth}
        error={at('depth')}
        onCommit={(depth) => put({ depth })}
      />
      .
    </div>
  )
})
