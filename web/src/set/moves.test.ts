import { describe, expect, it } from 'vitest'
import studio from '../../../demo/tram-hall.json'
import type { Setup, ThingRef } from '../api/types'
import { putTo, snapped, spotOf, toStep, turns, turnTo } from './moves'
import { keyOf } from './things'

const setups = studio.setups.map((filed) => filed.setup as unknown as Setup)

/** Every thing of a setup that stands somewhere. */
const thingsOf = ({ lights, scene }: Setup): ThingRef[] => [
  ...lights.flatMap((light, index) =>
    light.held_by === 'camera' ? [] : [{ thing: 'light' as const, index }],
  ),
  ...scene.cards.map((_, index) => ({ thing: 'card' as const, index })),
  ...scene.panes.map((_, index) => ({ thing: 'pane' as const, index })),
  ...scene.people.map((_, index) => ({ thing: 'person' as const, index })),
  ...(['left', 'right', 'rear', 'ceiling'] as const)
    .filter((side) => scene.room[side])
    .map((side) => ({ thing: 'side' as const, side })),
  { thing: 'camera' },
  { thing: 'side', side: 'background' },
]

describe.each(setups.map((setup) => [setup.name, setup] as const))('%s', (_, setup) => {
  it('has its things where they were put, and nothing else moved', () => {
    for (const what of thingsOf(setup)) {
      const from = spotOf(setup, what)
      expect(from, keyOf(what)).not.toBeNull()
      const to = { x: from!.x + 0.25, y: from!.y - 0.5, z: from!.z + 0.1 }
      const moved = putTo(setup, what, to)
      const there = spotOf(moved, what)!
      expect(
        [to.x, to.y, to.z].some((_, axis) => Object.values(there)[axis] !== Object.values(from!)[axis]),
        keyOf(what),
      ).toBe(true)
      for (const other of thingsOf(setup)) {
        if (keyOf(other) !== keyOf(what))
          expect(spotOf(moved, other), `${keyOf(other)} while ${keyOf(what)} moved`).toEqual(
            spotOf(setup, other),
          )
      }
      // Back again it is the setup it was.
      expect(putTo(moved, what, from!)).toEqual(setup)
    }
  })

  it('turns what can be turned', () => {
    for (const what of thingsOf(setup).filter((what) => turns(what).pan)) {
      const turned = turnTo(setup, what, { pan: 33, tilt: 12 })
      expect(JSON.stringify(turned), keyOf(what)).toContain('33')
      expect(spotOf(turned, what), keyOf(what)).toEqual(spotOf(setup, what))
    }
  })
})

describe('a thing that is not there', () => {
  it('stands nowhere and is not moved', () => {
    const setup = setups[0]!
    for (const thing of ['light', 'card', 'pane', 'person'] as const) {
      const what = { thing, index: 99 }
      expect(spotOf(setup, what), thing).toBeNull()
      expect(putTo(setup, what, { x: 1, y: 1, z: 1 }), thing).toEqual(setup)
    }
    const ground: ThingRef = { thing: 'side', side: 'ground' }
    expect(spotOf(setup, ground)).toBeNull()
    expect(putTo(setup, ground, { x: 1, y: 1, z: 1 })).toEqual(setup)
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
