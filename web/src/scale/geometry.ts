import type { Assessment } from '../api/types'

/** The drawing's size in its own units; it is scaled to the room there is. */
export const WIDTH = 560
export const HEIGHT = 430
export const LEFT = 58
export const RIGHT = 10
export const TOP = 16
export const BOTTOM = 34

export type Scale = {
  high: number
  low: number
  y: (stops: number) => number
  stops: (pixels: number) => number
}

/** The top of the scale: over clipping and over everything on it, never less than +4. */
export function highest(assessment: Assessment): number {
  const levels = assessment.levels.map((level) => level.total)
  return Math.min(12, Math.max(4, Math.ceil(assessment.clipping) + 1, Math.ceil(Math.max(...levels, 0)) + 1))
}

/** The scale from this top down to −7, under the usable shadows. */
export function scaleTo(high: number): Scale {
  const low = -7
  const perStop = (HEIGHT - TOP - BOTTOM) / (high - low)
  return {
    high,
    low,
    y: (stops) => TOP + (high - Math.min(high, Math.max(low, stops))) * perStop,
    stops: (pixels) => -pixels / perStop,
  }
}
