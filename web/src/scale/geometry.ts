import type { Assessment } from '../api/types'

/** The drawing's size and margins in its own units; it is scaled to the room there is. */
export type Frame = {
  width: number
  height: number
  left: number
  right: number
  top: number
  bottom: number
  /** Whether names of patches stand on two lines by turns. */
  staggered: boolean
}

export const wide: Frame = {
  width: 560,
  height: 430,
  left: 58,
  right: 10,
  top: 16,
  bottom: 34,
  staggered: false,
}
/** Beside another drawing. */
export const narrow: Frame = {
  width: 280,
  height: 460,
  left: 46,
  right: 4,
  top: 16,
  bottom: 46,
  staggered: true,
}

/** Over the drawings on a phone. */
export const low: Frame = {
  width: 366,
  height: 190,
  left: 46,
  right: 4,
  top: 14,
  bottom: 24,
  staggered: false,
}

export type Scale = Frame & {
  high: number
  low: number
  y: (stops: number) => number
  stops: (pixels: number) => number
}

/** A line this little over a stop stands on it. */
const HAIR = 0.05

/** The top of the scale: over clipping and over everything on it, never less than +4. */
export function highest(assessment: Assessment): number {
  const clips = Math.max(assessment.clipping, ...assessment.levels.map((level) => level.clips_at))
  const levels = assessment.levels.map((level) => level.total)
  return Math.min(12, Math.max(4, Math.ceil(clips - HAIR) + 1, Math.ceil(Math.max(...levels, 0)) + 1))
}

/** The scale from this top down to −7, under the usable shadows. */
export function scaleTo(high: number, frame: Frame): Scale {
  const low = -7
  const perStop = (frame.height - frame.top - frame.bottom) / (high - low)
  return {
    ...frame,
    high,
    low,
    y: (stops) => frame.top + (high - Math.min(high, Math.max(low, stops))) * perStop,
    stops: (pixels) => -pixels / perStop,
  }
}
