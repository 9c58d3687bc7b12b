import { produce } from 'immer'
import { memo } from 'react'
import type { Setup } from '../api/types'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { wishes } from './choices'
import type { Editing } from './editing'

export const ColourLines = memo(function ColourLines({
  edit,
  errors,
  wish: chosen,
  pace,
}: Editing & Pick<Setup, 'pace'> & { wish: Setup['white_balance']['wish'] }) {
  const put = (change: Partial<Setup['pace']>) => edit(produce((s) => void Object.assign(s.pace, change)))
  return (
    <div className="lines">
      In colour,{' '}
      <LiveChoice
        label="Colour wish"
        value={chosen}
        choices={wishes}
        onChoose={(wish) => edit(produce((s) => void (s.white_balance.wish = wish)))}
      />
      . A frame every{' '}
      <LiveNumber
        label="Time between frames"
        value={pace.interval}
        unit="s"
        step={0.5}
        error={errors['/pace/interval']}
        onCommit={(interval) => put({ interval: interval })}
      />
      ,{' '}
      <LiveNumber
        label="Number of frames"
        value={pace.frames}
        digits={0}
        step={10}
        error={errors['/pace/frames']}
        onCommit={(frames) => put({ frames: frames })}
      />{' '}
      in all.
    </div>
  )
})
