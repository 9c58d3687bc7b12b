import { produce } from 'immer'
import { memo } from 'react'
import type { Assessment, Setup } from '../api/types'
import { LiveChoice } from '../ui/LiveChoice'
import { QuietPush } from '../ui/Push'
import { approaches } from './choices'
import type { Editing } from './editing'

type Sunset = NonNullable<Assessment['approach']['sunset']>

type ApproachProps = Pick<Editing, 'edit'> & {
  chosen: Setup['approach']
  proposed?: Setup['approach']
  aim?: string
  reason?: string
}

export const ApproachLines = memo(function ApproachLines({
  edit,
  chosen,
  proposed,
  aim,
  reason,
}: ApproachProps) {
  const name = approaches.find((approach) => approach.id === proposed)?.name ?? '…'
  const choices = [{ id: 'proposed' as const, name: `As proposed: ${name}` }, ...approaches]
  return (
    <div className="lines">
      <LiveChoice
        label="Approach"
        value={chosen ?? 'proposed'}
        choices={choices}
        onChoose={(id) => edit((s) => ({ ...s, approach: id === 'proposed' ? null : id }))}
      />
      {aim && (
        <>
          : {aim}. {chosen && chosen !== proposed ? `Proposed would be “${name}”: ` : ''}
          {reason}
        </>
      )}
    </div>
  )
})

/** How hot a sunset is, with the click that makes it what the other school wants. */
export function SunsetLine({ edit, report }: Pick<Editing, 'edit'> & { report: Sunset }) {
  const { other } = report
  return (
    <p className="small">
      {report.text}{' '}
      {other != null && (
        <QuietPush onPress={() => edit(produce((s) => void (s.camera.shutter.at = other)))}>
          Turn the shutter there
        </QuietPush>
      )}
    </p>
  )
}
