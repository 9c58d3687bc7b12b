import type { Tick } from '../drawing/Ticks'

/** Height of the rule, in the drawing's units, and where the line of temperatures lies on it: greenish light above, pinkish below. */
export const HEIGHT = 250
export const LINE = 132
const MARGIN = 34
/** Ends of the rule in mired: 11 000 K at the left, 1 600 K at the right, for the last of the sun. Warm is always to the right. */
const COOLEST = 90
const WARMEST = 625
/** How far the sides reach, as a distance in the diagram, and in the drawing. */
const ASIDE = 0.02
const ASIDE_HEIGHT = 52

const between = (value: number, low: number, high: number) => Math.max(low, Math.min(high, value))

export const y = (duv: number) => LINE - (between(duv, -ASIDE, ASIDE) / ASIDE) * ASIDE_HEIGHT

const WRITTEN = [1700, 1850, 2000, 2200, 2500, 2900, 3400, 4000, 4800, 5600, 7000, 8500, 11000]
const FEW = [1700, 2000, 2500, 3200, 4000, 5600, 11000]

/** What something on the rule may stand at, in kelvin: the lowest, the highest, and one press of an arrow key. */
export type Range = { low: number; high: number; step: number }

export type Rule = ReturnType<typeof ruleOf>

/** A rule so wide in the drawing's units: equal steps in mired are equal steps along it. */
export function ruleOf(width: number) {
  const perMired = (width - 2 * MARGIN) / (WARMEST - COOLEST)
  const x = (mired: number) => MARGIN + (between(mired, COOLEST, WARMEST) - COOLEST) * perMired
  const miredAt = (place: number) => COOLEST + (between(place, MARGIN, width - MARGIN) - MARGIN) / perMired
  /** A temperature moved by a way along the rule, to whole steps, between the lowest and the highest it may be. */
  const moved = (kelvin: number, by: number, { step, low, high }: Range) => {
    const to = 1e6 / miredAt(x(1e6 / kelvin) + by)
    return between(Math.round(to / step) * step, low, high)
  }
  /** Marks every ten mired, the fifties long, and kelvin written on them where they fall. */
  const ticks = (): Tick[] => {
    const marks: Tick[] = []
    for (let mired = COOLEST; mired <= WARMEST; mired += 10)
      marks.push({ key: `m${mired}`, at: x(mired), size: mired % 50 === 0 ? 'half' : 'part' })
    for (const kelvin of width < 600 ? FEW : WRITTEN)
      marks.push({ key: `k${kelvin}`, at: x(1e6 / kelvin), size: 'whole', label: String(kelvin) })
    return marks
  }
  return { width, perMired, x, miredAt, moved, ticks }
}

/** At a desk, and on a phone. */
export const wide = ruleOf(940)
export const slim = ruleOf(400)

/** Which of some places is the nearest. */
export const nearest = (places: number[], to: number) =>
  places.reduce(
    (best, place, index) => (Math.abs(place - to) < Math.abs((places[best] ?? Infinity) - to) ? index : best),
    0,
  )

/** Rows for names, so that lights close to each other do not write over each other: the first row that has room. */
export function rows(places: number[], wide: number, count: number): number[] {
  const ends = new Array<number>(count).fill(-Infinity)
  const order = places.map((place, index) => ({ place, index })).sort((a, b) => a.place - b.place)
  const found = new Array<number>(places.length).fill(0)
  for (const { place, index } of order) {
    const free = ends.findIndex((end) => end <= place)
    const row = free < 0 ? ends.indexOf(Math.min(...ends)) : free
    ends[row] = place + wide
    found[index] = row
  }
  return found
}
