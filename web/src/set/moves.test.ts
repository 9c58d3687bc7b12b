import { describe, expect, it } from 'vitest'
import studio from '../../../demo/tram-hall.json'
import type { Setup } from '../api/types'
import { putTo, snapped, spotOf, toStep, turns, turnTo } from './moves'

const setups = studio.setups.map((filed) => filed.setup as unknown as Setup)

/** Every thing of a setup that stands somewhere. */
const keysOf = (setup: Setup) => [
  ...setup.lights.flatMap((light, index) => (light.on_camera ? [] : [`lights/${index}`])),
  ...setup.scene.cards.map((_, index) => `cards/${index}`),
  ...setup.scene.panes.map((_, index) => `panes/${index}`),
  ...setup.scene.people.map((_, index) => `people/${index}`),
  ...(['left', 'right', 'rear', 'ceiling'] as const)
    .filter((side) => setup.scene.room[side])
    .map((side) => `room/${side}`),
  'camera',
  'background',
]

describe.each(setups.map((setup) => [setup.name, setup] as const))('%s', (_, setup) => {
  it('has its things where they were put, and nothing else moved', () => {
    for (const key of keysOf(setup)) {
      const from = spotOf(setup, key)
      expect(from, key).not.toBeNull()
      const to = { x: from!.x + 0.25, y: from!.y - 0.5, z: from!.z + 0.1 }
      const moved = putTo(setup, key, to)
      const there = spotOf(moved, key)!
      expect(
        [to.x, to.y, to.z].some((_, axis) => Object.values(there)[axis] !== Object.values(from!)[axis]),
        key,
      ).toBe(true)
      for (const other of keysOf(setup)) {
        if (other !== key)
          expect(spotOf(moved, other), `${other} while ${key} moved`).toEqual(spotOf(setup, other))
      }
      // Back again it is the setup it was.
      expect(putTo(moved, key, from!)).toEqual(setup)
    }
  })

  it('turns what can be turned', () => {
    for (const key of keysOf(setup).filter((key) => turns(key).pan)) {
      const turned = turnTo(setup, key, { pan: 33, tilt: 12 })
      expect(JSON.stringify(turned), key).toContain('33')
      expect(spotOf(turned, key), key).toEqual(spotOf(setup, key))
    }
  })
})

describe('a thing that is not there', () => {
  it('stands nowhere and is not moved', () => {
    const setup = setups[0]!
    for (const key of ['lights/99', 'cards/99', 'panes/99', 'people/99', 'elsewhere']) {
      expect(spotOf(setup, key), key).toBeNull()
      expect(putTo(setup, key, { x: 1, y: 1, z: 1 }), key).toEqual(setup)
    }
  })
})

describe('hand measures', () => {
  it.each([
    [0.123, 0.05, 0.1],
    [0.126, 0.05, 0.15],
    [-0.13, 0.05, -0.15],
    [0.12345, null, 0.123],
  ])('%s to steps of %s', (value, step, rounded) => expect(toStep(value, step)).toBeCloseTo(rounded, 9))

  it('leave alone what was not moved', () => {
    expect(snapped({ x: 0.123, y: 1, z: 2.017 }, { x: 0, y: 0.26, z: 0 }, 0.05)).toEqual({
      x: 0.123,
      y: 1.25,
      z: 2.017,
    })
  })
})
