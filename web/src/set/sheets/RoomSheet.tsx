import { produce } from 'immer'
import type { Scene, Setup, Wall } from '../../api/types'
import { Distance } from '../../ui/Distance'
import { LiveChoice } from '../../ui/LiveChoice'
import { Latch } from '../../ui/Push'
import { backgrounds } from '../../bench/choices'
import { Line, type SheetProps, SurfaceLine } from './parts'

type Side = 'ceiling' | 'left' | 'right' | 'rear'

const sides: { side: Side; name: string; far: string; start: number }[] = [
  { side: 'ceiling', name: 'Ceiling', far: 'high', start: 2.8 },
  { side: 'left', name: 'Left wall', far: 'to the left', start: 3 },
  { side: 'right', name: 'Right wall', far: 'to the right', start: 3 },
  { side: 'rear', name: 'Wall behind the camera', far: 'before the subject', start: 6 },
]
const PALE = { reflectance: 0.6, tint: 0 }

/** Background, ground, ceiling and walls: how far, and what they do with light. */
export function RoomSheet({ bench, setup }: Pick<SheetProps, 'bench'> & { setup: Setup }) {
  const { errors } = bench
  const { room } = setup.scene
  const put = (change: Partial<Scene['room']>) =>
    bench.edit(produce((s) => void Object.assign(s.scene.room, change)))
  const putBackground = (change: Partial<Setup['background']>) =>
    bench.edit(produce((s) => void Object.assign(s.background, change)))
  return (
    <>
      <Line>
        Background:{' '}
        <LiveChoice
          label="Background"
          value={setup.background.kind}
          choices={backgrounds}
          onChoose={(kind) => putBackground({ kind })}
        />
        ,{' '}
        <Distance
          label="Background: distance"
          value={setup.background.distance}
          error={errors['/background/distance']}
          onCommit={(distance) => putBackground({ distance })}
        />{' '}
        behind;{' '}
        <SurfaceLine
          name="Background"
          surface={setup.background.surface}
          field="/background/surface"
          errors={errors}
          onPut={(surface) => putBackground({ surface })}
        />
        .
      </Line>
      <Line>
        Ground:{' '}
        <SurfaceLine
          name="Ground"
          surface={room.ground}
          field="/scene/room/ground"
          errors={errors}
          onPut={(ground) => put({ ground })}
        />
        .
      </Line>
      {sides.map(({ side, name, far, start }) => {
        const wall = room[side]
        const field = `/scene/room/${side}`
        const change = (next: Wall | null) => put({ [side]: next })
        return (
          <Line key={side}>
            <Latch
              isSelected={!!wall}
              onChange={(on) => change(on ? { distance: start, surface: PALE } : null)}
            >
              {name}
            </Latch>
            {wall && (
              <>
                {' '}
                <Distance
                  label={`${name}: distance`}
                  value={wall.distance}
                  error={errors[`${field}/distance`]}
                  onCommit={(distance) => change({ ...wall, distance })}
                />{' '}
                {far};{' '}
                <SurfaceLine
                  name={name}
                  surface={wall.surface}
                  field={`${field}/surface`}
                  errors={errors}
                  onPut={(surface) => change({ ...wall, surface })}
                />
                .
              </>
            )}
          </Line>
        )
      })}
    </>
  )
}
