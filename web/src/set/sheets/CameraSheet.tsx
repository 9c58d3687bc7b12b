import { produce } from 'immer'
import type { Drawn, Scene, Setup } from '../../api/types'
import { Cautions } from '../../bench/Cautions'
import { errorAt } from '../../bench/errors'
import { Distance } from '../../ui/Distance'
import { LiveNumber } from '../../ui/Field'
import { Latch } from '../../ui/Push'
import { turnOf } from '../TurnHandle'
import { Facts, Line, Place, SAID_OF_THE_SET, type SheetProps, Turned } from './parts'

/** The camera: where it stands, what its picture holds. */
export function CameraSheet({ bench, setup, thing }: SheetProps & { setup: Setup; thing: Drawn }) {
  const { errors, assessment } = bench
  const { camera } = setup.scene
  const field = '/scene/camera'
  const put = (change: Partial<Scene['camera']>) =>
    bench.edit(produce((s) => void Object.assign(s.scene.camera, change)))
  return (
    <>
      <Line>
        <Distance
          label="Camera: distance to the subject"
          digits={2}
          value={assessment?.set.subject_distance ?? null}
          error={errorAt(errors, '/subject/distance')}
          onCommit={(distance) => bench.rearrange({ do: 'step_back', distance }, '/subject/distance')}
        />{' '}
        from the subject:{' '}
        <Place
          name="Camera"
          at={camera.at}
          field={`${field}/at`}
          errors={errors}
          onPut={(at) => put({ at })}
        />
        ;{' '}
        <Turned
          name="Camera"
          aim={camera.aim}
          turn={turnOf(thing)}
          field={`${field}/aim`}
          errors={errors}
          onAim={(aim) => put({ aim })}
        />
        ;{' '}
        <LiveNumber
          label="Camera: focal length"
          value={setup.camera.focal}
          unit="mm"
          digits={0}
          error={errors['/camera/focal']}
          onCommit={(focal) => bench.edit(produce((s) => void (s.camera.focal = focal)))}
        />
        .{' '}
        <Latch isSelected={camera.upright} onChange={(upright) => put({ upright })}>
          Held upright
        </Latch>
      </Line>
      <Cautions bench={bench} about="camera" but={SAID_OF_THE_SET} />
      {assessment && (
        <Facts>
          <li>{assessment.set.framing_words}</li>
        </Facts>
      )}
    </>
  )
}
