import type { Aim, Setup } from '../api/types'

/** A place on the set, in metres. */
export type Spot = { x: number; y: number; z: number }

const indexOf = (key: string) => Number(key.split('/')[1])
const at = <T>(list: T[], index: number, change: (one: T) => T) =>
  list.map((one, i) => (i === index ? change(one) : one))
const inScene = (setup: Setup, change: Partial<Setup['scene']>): Setup => ({
  ...setup,
  scene: { ...setup.scene, ...change },
})

/** Where a thing of the drawing stands in the setup, by its key; nothing for what does not stand by itself. */
export function spotOf(setup: Setup, key: string): Spot | null {
  const { scene } = setup
  const index = indexOf(key)
  const upright = (part?: { x: number; y: number }, z = 0) => (part ? { x: part.x, y: part.y, z } : null)
  if (key.startsWith('lights/')) {
    const light = setup.lights[index]
    return light && !light.on_camera ? light.at : null
  }
  if (key.startsWith('cards/')) return scene.cards[index]?.at ?? null
  if (key.startsWith('panes/')) return scene.panes[index]?.at ?? null
  if (key.startsWith('people/')) return upright(scene.people[index])
  switch (key) {
    case 'camera':
      return scene.camera.at
    case 'thing':
      return upright(scene.thing, scene.thing.table)
    case 'background':
      return { x: 0, y: setup.background.distance, z: 0 }
    case 'room/left':
      return { x: -(scene.room.left?.distance ?? 0), y: 0, z: 0 }
    case 'room/right':
      return { x: scene.room.right?.distance ?? 0, y: 0, z: 0 }
    case 'room/rear':
      return { x: 0, y: -(scene.room.rear?.distance ?? 0), z: 0 }
    case 'room/ceiling':
      return { x: 0, y: 0, z: scene.room.ceiling?.distance ?? 0 }
    default:
      return null
  }
}

/** The setup with a thing put somewhere else. A wall goes only the way it faces. */
export function putTo(setup: Setup, key: string, to: Spot): Setup {
  const { scene } = setup
  const index = indexOf(key)
  if (key.startsWith('lights/'))
    return { ...setup, lights: at(setup.lights, index, (one) => ({ ...one, at: to })) }
  if (key.startsWith('cards/'))
    return inScene(setup, { cards: at(scene.cards, index, (one) => ({ ...one, at: to })) })
  if (key.startsWith('panes/'))
    return inScene(setup, { panes: at(scene.panes, index, (one) => ({ ...one, at: to })) })
  if (key.startsWith('people/')) {
    return inScene(setup, { people: at(scene.people, index, (one) => ({ ...one, x: to.x, y: to.y })) })
  }
  const wall = (side: 'left' | 'right' | 'rear' | 'ceiling', distance: number) => {
    const known = scene.room[side]
    return known ? inScene(setup, { room: { ...scene.room, [side]: { ...known, distance } } }) : setup
  }
  switch (key) {
    case 'camera':
      return inScene(setup, { camera: { ...scene.camera, at: to } })
    case 'thing':
      return inScene(setup, { thing: { ...scene.thing, x: to.x, y: to.y, table: to.z } })
    case 'background':
      return { ...setup, background: { ...setup.background, distance: to.y } }
    case 'room/left':
      return wall('left', -to.x)
    case 'room/right':
      return wall('right', to.x)
    case 'room/rear':
      return wall('rear', -to.y)
    case 'room/ceiling':
      return wall('ceiling', to.z)
    default:
      return setup
  }
}

/** Bearing and tilt, in degrees. */
export type Turn = { pan: number; tilt: number }

/** Whether a thing can be turned on the level, and whether it can be tilted. */
export function turns(key: string): { pan: boolean; tilt: boolean } {
  const both = key === 'camera' || key.startsWith('lights/') || key.startsWith('cards/')
  return { pan: both || key === 'thing' || key.startsWith('people/') || key.startsWith('panes/'), tilt: both }
}

/** The setup with a thing turned by hand. */
export function turnTo(setup: Setup, key: string, { pan, tilt }: Turn): Setup {
  const { scene } = setup
  const index = indexOf(key)
  const aim: Aim = { at: 'free', pan, tilt }
  if (key.startsWith('lights/'))
    return { ...setup, lights: at(setup.lights, index, (one) => ({ ...one, aim })) }
  if (key.startsWith('cards/'))
    return inScene(setup, { cards: at(scene.cards, index, (one) => ({ ...one, aim })) })
  if (key.startsWith('panes/')) {
    return inScene(setup, { panes: at(scene.panes, index, (one) => ({ ...one, looks: pan })) })
  }
  if (key.startsWith('people/')) {
    return inScene(setup, { people: at(scene.people, index, (one) => ({ ...one, looks: pan })) })
  }
  if (key === 'camera') return inScene(setup, { camera: { ...scene.camera, aim } })
  return inScene(setup, { thing: { ...scene.thing, looks: pan } })
}

/** To whole steps of a hand measure, where one snaps; to the millimetre otherwise. */
export const toStep = (value: number, step: number | null) =>
  step === null ? Math.round(value * 1000) / 1000 : Math.round(Math.round(value / step) * step * 1e6) / 1e6

/** Of a place, only what was moved is put to whole steps; the rest stays to the millimetre. */
export function snapped(from: Spot, by: Spot, step: number | null): Spot {
  const one = (start: number, way: number) => (way === 0 ? start : toStep(start + way, step))
  return { x: one(from.x, by.x), y: one(from.y, by.y), z: one(from.z, by.z) }
}
