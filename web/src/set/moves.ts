import { produce } from 'immer'
import type { Aim, RoomSide, Setup, ThingRef } from '../api/types'

/** A place on the set, in metres. */
export type Spot = { x: number; y: number; z: number }

/** Where a thing stands in the setup; nothing for what does not stand by itself. */
export function spotOf({ scene, lights, background }: Setup, what: ThingRef): Spot | null {
  const upright = (part?: { x: number; y: number }, z = 0) => (part ? { x: part.x, y: part.y, z } : null)
  switch (what.thing) {
    case 'camera':
      return scene.camera.at
    case 'product':
      return upright(scene.thing, scene.thing.table)
    case 'person':
      return upright(scene.people[what.index])
    case 'light': {
      const light = lights[what.index]
      return light && light.held_by !== 'camera' ? light.at : null
    }
    case 'card':
      return scene.cards[what.index]?.at ?? null
    case 'pane':
      return scene.panes[what.index]?.at ?? null
    case 'side':
      return sideAt({ scene, background }, what.side)
  }
}

function sideAt({ scene, background }: Pick<Setup, 'scene' | 'background'>, side: RoomSide): Spot | null {
  const { left, right, rear, ceiling } = scene.room
  switch (side) {
    case 'background':
      return { x: 0, y: background.distance, z: 0 }
    case 'left':
      return { x: -(left?.distance ?? 0), y: 0, z: 0 }
    case 'right':
      return { x: right?.distance ?? 0, y: 0, z: 0 }
    case 'rear':
      return { x: 0, y: -(rear?.distance ?? 0), z: 0 }
    case 'ceiling':
      return { x: 0, y: 0, z: ceiling?.distance ?? 0 }
    case 'ground':
      return null
  }
}

/** The setup with a thing put somewhere else. A wall goes only the way it faces. */
export function putTo(setup: Setup, what: ThingRef, to: Spot): Setup {
  return produce(setup, ({ scene, lights, background }) => {
    const put = (part?: { at: Spot }) => {
      if (part) part.at = to
    }
    const { left, right, rear, ceiling } = scene.room
    if (what.thing === 'camera') put(scene.camera)
    else if (what.thing === 'product') Object.assign(scene.thing, { x: to.x, y: to.y, table: to.z })
    else if (what.thing === 'person') Object.assign(scene.people[what.index] ?? {}, { x: to.x, y: to.y })
    else if (what.thing === 'light') put(lights[what.index])
    else if (what.thing === 'card') put(scene.cards[what.index])
    else if (what.thing === 'pane') put(scene.panes[what.index])
    else if (what.side === 'background') background.distance = to.y
    else if (what.side === 'left' && left) left.distance = -to.x
    else if (what.side === 'right' && right) right.distance = to.x
    else if (what.side === 'rear' && rear) rear.distance = -to.y
    else if (what.side === 'ceiling' && ceiling) ceiling.distance = to.z
  })
}

/** Bearing and tilt, in degrees. */
export type Turn = { pan: number; tilt: number }

/** Whether a thing can be turned on the level, and whether it can be tilted. */
export function turns({ thing }: ThingRef): { pan: boolean; tilt: boolean } {
  return { pan: thing !== 'side', tilt: thing === 'camera' || thing === 'light' || thing === 'card' }
}

/** The setup with a thing turned by hand. */
export function turnTo(setup: Setup, what: ThingRef, { pan, tilt }: Turn): Setup {
  return produce(setup, ({ scene, lights }) => {
    const aim = (part?: { aim: Aim }) => {
      if (part) part.aim = { at: 'free', pan, tilt }
    }
    const turn = (part?: { looks?: number | null }) => {
      if (part) part.looks = pan
    }
    if (what.thing === 'camera') aim(scene.camera)
    else if (what.thing === 'light') aim(lights[what.index])
    else if (what.thing === 'card') aim(scene.cards[what.index])
    else if (what.thing === 'pane') turn(scene.panes[what.index])
    else if (what.thing === 'person') turn(scene.people[what.index])
    else if (what.thing === 'product') turn(scene.thing)
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
