import { produce } from 'immer'
import { useQuery } from '@tanstack/react-query'
import { settingsQuery, startsQuery } from '../../api/queries'
import type { Scene, Setup } from '../../api/types'
import { Cautions } from '../../bench/Cautions'
import { clockTime } from '../../words/units'
import { LiveNumber } from '../../ui/Field'
import { Latch } from '../../ui/Push'
import { Angle, Line, type SheetProps } from './parts'

/** Sun and wind. */
export function WeatherSheet({ bench, setup }: Pick<SheetProps, 'bench'> & { setup: Setup }) {
  const { errors } = bench
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const { sun, wind } = setup.scene
  const put = (change: Partial<Scene>) => bench.edit(produce((s) => void Object.assign(s.scene, change)))
  const begins = useQuery(startsQuery).data?.sun
  const set = (change: Partial<NonNullable<Scene['sun']>>) => sun && put({ sun: { ...sun, ...change } })
  return (
    <>
      <Line>
        <Latch
          isSelected={!!sun}
          isDisabled={!begins}
          onChange={(on) => put({ sun: on && begins ? begins : null })}
        >
          Sun
        </Latch>
        {sun && (
          <>
            {' '}
            ,{' '}
            <Angle
              label="Sun: round from the line of sight"
              value={sun.bearing}
              tint="ambient"
              error={errors['/scene/sun/bearing']}
              onCommit={(bearing) => set({ bearing })}
            />{' '}
            round from straight behind the subject,{' '}
            <Angle
              label="Sun: height"
              value={sun.elevation}
              tint="ambient"
              error={errors['/scene/sun/elevation']}
              onCommit={(elevation) => set({ elevation })}
            />{' '}
            up; an incident meter turned to it reads EV{' '}
            <LiveNumber
              label="Sun: EV"
              value={sun.level}
              step={1 / 3}
              tint="ambient"
              error={errors['/scene/sun/level']}
              onCommit={(level) => set({ level: level })}
            />
            .
          </>
        )}
        {!sun && setup.slot && (
          <>
            {' '}
            left to the forecast: it stands where the day puts it at {clockTime(setup.slot.time, clock)}, or
            is not up.
          </>
        )}
      </Line>
      <Line>
        Wind of{' '}
        <LiveNumber
          label="Wind"
          value={wind}
          unit="m/s"
          step={1}
          digits={1}
          error={errors['/scene/wind']}
          onCommit={(next) => put({ wind: next })}
        />
        {setup.scene.room.ceiling ? ', outdoors only: there is a ceiling here' : ''}.
      </Line>
      <Cautions bench={bench} about="background" />
    </>
  )
}
