import { produce } from 'immer'
import type { DialId, DialReport, Setup } from '../api/types'

/** Whether two ids mean the same dial. */
export const sameDial = (a: DialId, b: DialId) => a.dial === b.dial && (a.light ?? null) === (b.light ?? null)

/** A word for a dial that can stand in an attribute. */
export const dialKey = (id: DialId) => (id.light ? `${id.dial}-${id.light}` : id.dial)

/** The setup with one dial changed: where it stands, whether it is held, or both. */
export function withDial(setup: Setup, id: DialId, change: { at?: number; held?: boolean }): Setup {
  return produce(setup, ({ camera, white_balance, lights }) => {
    if (id.dial === 'kelvin') Object.assign(white_balance.kelvin, change)
    else if (id.dial === 'power')
      Object.assign(lights.find((light) => light.id === id.light)?.power ?? {}, change)
    else Object.assign(camera[id.dial], change)
  })
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
