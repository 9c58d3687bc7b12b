import type { DialId, DialReport, Setup } from '../api/types'

/** Whether two ids mean the same dial. */
export const sameDial = (a: DialId, b: DialId) => a.dial === b.dial && (a.light ?? null) === (b.light ?? null)

/** A word for a dial that can stand in an attribute. */
export const dialKey = (id: DialId) => (id.light ? `${id.dial}-${id.light}` : id.dial)

/** The setup with one dial changed: where it stands, whether it is held, or both. */
export function withDial(setup: Setup, id: DialId, change: { at?: number; held?: boolean }): Setup {
  const turn = <T extends { at: number; held: boolean }>(dial: T): T => ({ ...dial, ...change })
  switch (id.dial) {
    case 'iso':
    case 'aperture':
    case 'shutter':
    case 'nd':
      return { ...setup, camera: { ...setup.camera, [id.dial]: turn(setup.camera[id.dial]) } }
    case 'kelvin':
      return { ...setup, white_balance: { ...setup.white_balance, kelvin: turn(setup.white_balance.kelvin) } }
    case 'power':
      return {
        ...setup,
        lights: setup.lights.map((light) =>
          light.id === id.light ? { ...light, power: turn(light.power) } : light,
        ),
      }
  }
}

/** Where a dial stands in a setup, in the unit of its strip. */
export function dialAt(setup: Setup, id: DialId): number {
  if (id.dial === 'kelvin') return setup.white_balance.kelvin.at
  if (id.dial === 'power') return setup.lights.find((light) => light.id === id.light)?.power.at ?? 0
  return setup.camera[id.dial].at
}

/** The place on a strip nearest to where a dial stands. */
export function nearestMark(strip: DialReport['strip'], at: number): number {
  let best = 0
  strip.forEach((mark, index) => {
    if (Math.abs(mark.at - at) < Math.abs((strip[best]?.at ?? 0) - at)) best = index
  })
  return best
}
