import { describe, expect, it } from 'vitest'
import studio from '../../../demo/tram-hall.json'
import type { Setup } from '../api/types'
import { spotOf } from './moves'
import { shiftedTogether, turnedTogether } from './together'

const setups = studio.setups.map((filed) => filed.setup as unknown as Setup)

/** How far everything carried stands from the first person. */
const distances = (setup: Setup) => {
  const [{ x, y } = { x: 0, y: 0 }] = setup.scene.people
  const all = [
    setup.scene.camera.at,
    ...setup.lights.filter((light) => light.held_by !== 'camera').map((light) => light.at),
    ...setup.scene.cards.map((card) => card.at),
    ...setup.scene.people,
  ]
  return all.map((at) => Math.hypot(at.x - x, at.y - y))
}

describe.each(setups.map((setup) => [setup.name, setup] as const))('%s', (_, setup) => {
  it.each([
    ['turned', turnedTogether(setup, 25)],
    ['turned the other way', turnedTogether(setup, -130)],
    ['shifted', shiftedTogether(setup, { x: 0.35, y: -0.2 })],
  ])('keeps its own distances when %s', (_, after) => {
    distances(after).forEach((distance, index) => expect(distance).toBeCloseTo(distances(setup)[index]!, 2))
    expect(after.scene.camera.at).not.toEqual(setup.scene.camera.at)
    expect(after.scene.room).toEqual(setup.scene.room)
    expect(after.scene.panes).toEqual(setup.scene.panes)
    expect(after.scene.sun).toEqual(setup.scene.sun)
  })

  it('comes back when it is turned back', () => {
    const back = turnedTogether(turnedTogether(setup, 40), -40)
    const [was, is] = [setup.scene.camera.at, back.scene.camera.at]
    expect(is.x).toBeCloseTo(was.x, 2)
    expect(is.y).toBeCloseTo(was.y, 2)
  })
})

it('turns clockwise as seen from above', () => {
  const [setup] = setups
  const at = spotOf(setup!, { thing: 'person', index: 0 })!
  const before = { ...setup!, scene: { ...setup!.scene } }
  before.scene.camera = {
    ...before.scene.camera,
    at: { x: at.x, y: at.y + 1, z: 1.5 },
    aim: { at: 'free', pan: 170, tilt: 0 },
  }
  const { camera } = turnedTogether(before, 90).scene
  expect(camera.at).toMatchObject({ x: at.x + 1, y: at.y })
  expect(camera.aim).toMatchObject({ pan: -100 })
})
