import { produce } from 'immer'
import type { Aim, Setup } from '../api/types'

/** A place on the set, in metres. */
export type Spot = { x: number; y: number; z: number }

const indexOf = (key: string) => Number(key.split('/')[1])

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
  const index = indexOf(key)
  return produce(setup, ({ scene, lights, background }) => {
    const light = lights[index]
    const card = scene.cards[index]
    const pane = scene.panes[index]
    const person = scene.people[index]
    const { left, right, rear, ceiling } = scene.room
    if (key.startsWith('lights/') && light) light.at = to
    else if (key.startsWith('cards/') && card) card.at = to
    else if (key.startsWith('panes/') && pane) pane.at = to
    else if (key.startsWith('people/') && person) Object.assign(person, { x: to.x, y: to.y })
    else if (key === 'camera') scene.camera.at = to
    else if (key === 'thing') Object.assign(scene.thing, { x: to.x, y: to.y, table: to.z })
    else if (key === 'background') background.distance = to.y
    else if (key === 'room/left' && left) left.distance = -to.x
    else if (key === 'room/right' && right) right.distance = to.x
    else if (key === 'room/rear' && rear) rear.distance = -to.y
    else if (key === 'room/ceiling' && ceiling) ceiling.distance = to.z
  })
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
  const index = indexOf(key)
  const aim: Aim = { at: 'free', pan, tilt }
  return produce(setup, ({ scene, lights }) => {
    const light = lights[index]
    const card = scene.cards[index]
    const pane = scene.panes[index]
    const person = scene.people[index]
    if (key.startsWith('lights/') && light) light.aim = aim
    else if (key.startsWith('cards/') && card) card.aim = aim
    else if (key.startsWith('panes/') && pane) pane.looks = pan
    else if (key.startsWith('people/') && person) person.looks = pan
    else if (key === 'camera') scene.camera.aim = aim
    else if (key === 'thing') scene.thing.looks = pan
  })
}

/** To whole steps of a hand measure, where one snaps; to the millimetre otherwise. */
export const toStep = (value: number, step: number | null) =>
  step === null ? Math.round(value * 1000) / 1000 : Math.round(Math.round(value / step) * step * 1e6) / 1e6

/** Of a place, only what was moved is put to whole steps; the rest stays to the millimetre. */
export function snapped(from: Spot, by: Spot, step: number | null): Spot {
  const one = (start: number, way: number) => (way === 0 ? start : toStep(start + way, step))
  return { x: one(from.x, by.x), y: one(from.y, by.y), z: one(from.z, by.z) }
}
