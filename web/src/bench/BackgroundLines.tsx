import { produce } from 'immer'
import { memo } from 'react'
import type { Setup } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { type AmbientId, ambientId, ambientOf, ambients, backgrounds, details } from './choices'
import type { Editing } from './editing'
import { errorAt } from './errors'

export const BackgroundLines = memo(function BackgroundLines({
  edit,
  errors,
  background,
  ambient,
}: Editing & Pick<Setup, 'background' | 'ambient'>) {
  const put = (change: Partial<Setup['background']>) =>
    edit(produce((s) => void Object.assign(s.background, change)))
  const chooseAmbient = (id: AmbientId) => edit((s) => ({ ...s, ambient: ambientOf(id, 5000) }))
  return (
    <div className="lines">
      <LiveChoice
        label="Background"
        value={background.kind}
        choices={backgrounds}
        onChoose={(kind) => put({ kind })}
      />
      ,{' '}
      <Distance
        label="Distance behind the subject"
        value={background.distance}
        error={errors['/background/distance']}
        onCommit={(distance) => put({ distance })}
      />{' '}
      behind,{' '}
      <LiveNumber
        label="Share of the background in sun"
        value={background.sunlit === null ? null : Math.round(background.sunlit * 100)}
        unit="%"
        step={5}
        digits={0}
        error={errors['/background/sunlit']}
        onCommit={(share) => put({ sunlit: share === null ? (null as unknown as number) : share / 100 })}
      />{' '}
      of it in sun,{' '}
      <LiveChoice
        label="How busy the background is"
        value={background.detail ?? 'unsaid'}
        choices={details}
        onChoose={(detail) => put({ detail: detail === 'unsaid' ? null : detail })}
      />
      .{' '}
      <LiveChoice
        label="Light of the place"
        value={ambientId(ambient)}
        choices={ambients}
        tint="ambient"
        onChoose={chooseAmbient}
      />
      {ambient.kind === 'measured' && (
        <>
          {' '}
          at{' '}
          <LiveNumber
            label="Colour of the ambient"
            value={ambient.kelvin}
            unit="K"
            step={100}
            digits={0}
            tint="ambient"
            error={errorAt(errors, '/ambient/kelvin', '/ambient')}
            onCommit={(kelvin) => edit((s) => ({ ...s, ambient: { ...ambient, kelvin } }))}
          />
        </>
      )}
      .
    </div>
  )
})
