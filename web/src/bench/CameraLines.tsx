import { useQuery } from '@tanstack/react-query'
import { produce } from 'immer'
import { memo } from 'react'
import { kitQuery } from '../api/queries'
import type { Setup } from '../api/types'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Latch } from '../ui/Push'
import { Spoken } from '../ui/voice'
import { Caution } from './Caution'
import { files, modes, rigs, shutters, supports } from './choices'
import type { Editing } from './editing'
import { loadInto } from './body'
import { MultiplePart } from './MultiplePart'

/** Dials turn often; the sentence about the camera does not show them. */
const sameButDials = (a: { camera: Setup['camera'] } & Editing, b: { camera: Setup['camera'] } & Editing) =>
  a.edit === b.edit &&
  a.errors === b.errors &&
  (
    [
      'body',
      'lens',
      'focal',
      'rig',
      'support',
      'mode',
      'shutter_type',
      'file',
      'high_speed_sync',
      'rear_curtain',
      'multiple',
    ] as const
  ).every((field) => a.camera[field] === b.camera[field])

/** What each thing on a lens begins with. */
const rigOf = (kind: Setup['camera']['rig']['with']): Setup['camera']['rig'] => {
  switch (kind) {
    case 'add_on':
      return { with: kind, dioptres: 2 }
    case 'tubes':
      return { with: kind, length: 20 }
    default:
      return { with: kind }
  }
}

/** The camera in a sentence. */
export const CameraLines = memo(function CameraLines({
  edit,
  errors,
  camera,
}: Editing & Pick<Setup, 'camera'>) {
  const kit = useQuery(kitQuery).data ?? []
  const put = (change: Partial<Setup['camera']>) => edit(produce((s) => void Object.assign(s.camera, change)))
  const { rig } = camera
  const bodies = kit.flatMap(({ item }) => (item.kind === 'camera' ? [item] : []))
  const body = bodies.find(({ id }) => id === camera.body)
  const lenses = kit.flatMap(({ item }) => (item.kind === 'lens' ? [item] : []))
  const chooseBody = (id: string) => {
    const chosen = bodies.find((item) => item.id === id)
    if (chosen) edit(produce((s) => loadInto(s, chosen)))
  }
  const chooseLens = (id: string) => {
    const lens = lenses.find((item) => item.id === id)
    if (!lens) return
    const focal = Math.min(Math.max(camera.focal, lens.focal_shortest), lens.focal_longest)
    const widest = Math.max(lens.widest_short, lens.widest_long)
    const at = Math.min(Math.max(camera.aperture.at, widest), lens.smallest)
    edit(
      produce(({ camera }) => {
        Object.assign(camera, { lens: id, focal })
        camera.aperture.at = at
      }),
    )
  }
  return (
    <div className="lines">
      <LiveChoice
        label="Body"
        value={camera.body}
        choices={bodies}
        error={errors['/camera/body']}
        onChoose={chooseBody}
      />
      ,{' '}
      <LiveChoice
        label="Lens"
        value={camera.lens}
        choices={lenses}
        error={errors['/camera/lens']}
        onChoose={chooseLens}
      />{' '}
      at{' '}
      <LiveNumber
        label="Focal length"
        value={camera.focal}
        unit="mm"
        step={1}
        digits={0}
        error={errors['/camera/focal']}
        onCommit={(focal) => put({ focal: focal })}
      />
      ,{' '}
      <LiveChoice
        label="On the lens"
        value={rig.with}
        choices={rigs}
        error={errors['/camera/rig']}
        onChoose={(kind) => put({ rig: rigOf(kind) })}
      />
      {rig.with === 'add_on' && (
        <>
          {' '}
          of{' '}
          <LiveNumber
            label="Strength of the close-up lens"
            value={rig.dioptres}
            unit="dioptres"
            step={0.5}
            error={errors['/camera/rig/dioptres']}
            onCommit={(dioptres) => put({ rig: { ...rig, dioptres } })}
          />
        </>
      )}
      {rig.with === 'tubes' && (
        <>
          ,{' '}
          <LiveNumber
            label="Length of the tubes"
            value={rig.length}
            unit="mm"
            step={1}
            error={errors['/camera/rig/length']}
            onCommit={(length) => put({ rig: { ...rig, length } })}
          />
        </>
      )}
      ,{' '}
      <LiveChoice
        label="Support"
        value={camera.support}
        choices={supports}
        onChoose={(support) => put({ support })}
      />
      ,{' '}
      <LiveChoice
        label="Exposure mode"
        value={camera.mode}
        choices={modes}
        onChoose={(mode) => put({ mode })}
      />
      ,{' '}
      <LiveChoice
        label="Shutter type"
        value={camera.shutter_type}
        choices={shutters}
        onChoose={(shutter_type) => put({ shutter_type })}
      />{' '}
      shutter
      {!body?.film && (
        <>
          , <LiveChoice label="File" value={camera.file} choices={files} onChoose={(file) => put({ file })} />
        </>
      )}
      {((body?.exposures_in_one ?? 1) > 1 || camera.multiple) && (
        <>
          , <MultiplePart multiple={camera.multiple} film={!!body?.film} errors={errors} put={put} />
        </>
      )}
      .{' '}
      <Latch isSelected={camera.high_speed_sync} onChange={(high_speed_sync) => put({ high_speed_sync })}>
        High-speed sync
      </Latch>{' '}
      <Latch isSelected={camera.rear_curtain} onChange={(rear_curtain) => put({ rear_curtain })}>
        Flash at the end
      </Latch>
      {(errors['/camera/shutter/at'] ??
        errors['/camera/iso/at'] ??
        errors['/camera/aperture/at'] ??
        errors['/camera/nd/at']) && (
        <Spoken as={Caution}>
          {errors['/camera/shutter/at'] ??
            errors['/camera/iso/at'] ??
            errors['/camera/aperture/at'] ??
            errors['/camera/nd/at']}
        </Spoken>
      )}
    </div>
  )
}, sameButDials)
