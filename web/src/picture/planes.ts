import { asDialsClick } from '../words/clicks'
import type { PictureTold } from '../api/types'

/** A picture as it comes: what it says of itself, its pixels, and for each its level and the flash's share of its light. */
export type Planes = {
  told: PictureTold
  pixels: Uint8ClampedArray<ArrayBuffer>
  levels: Uint8Array
  flash: Uint8Array
}

/** Where a pixel clips its level is not told. */
export const CLIPS = 255
const STEPS = 12
const LOWEST = -12

/** The planes of an answer: JSON behind its length, then pixels, levels and shares of flash. */
export function planes(answer: ArrayBuffer): Planes {
  const length = new DataView(answer).getUint32(0, true)
  const told = asDialsClick(
    JSON.parse(new TextDecoder().decode(new Uint8Array(answer, 4, length))) as PictureTold,
  )
  const count = told.width * told.height
  const at = 4 + length
  return {
    told,
    pixels: new Uint8ClampedArray(answer, at, 4 * count),
    levels: new Uint8Array(answer, at + 4 * count, count),
    flash: new Uint8Array(answer, at + 5 * count, count),
  }
}

/** What a place of a picture says: its level in stops, whether it clips, and how much of it is flash; none where there is no light. */
export type Place = { level: number | null; clips: boolean; flash: number }

/** What stands at a place, told as shares from the left and the top. */
export function placeAt({ told, levels, flash }: Planes, x: number, y: number): Place {
  const step = (share: number, count: number) => Math.max(0, Math.min(count - 1, Math.floor(share * count)))
  const index = step(y, told.height) * told.width + step(x, told.width)
  const level = levels[index] ?? 0
  const clips = level === CLIPS
  return {
    level: level === 0 || clips ? null : (level - 1) / STEPS + LOWEST,
    clips,
    flash: (flash[index] ?? 0) / 255,
  }
}

/** What is drawn over a picture. */
export type Over = { clips: boolean; lines: boolean }

/** Stripes of what clips, in pixels, and their grey: seen at once, and no glaring pattern. */
const DIM = 150
const STRIPE = 3

/** The pixels with what is to be drawn over them: what clips is hatched, and lines run between half stops as heights do on a map. */
export function drawnOver({ told, pixels, levels }: Planes, over: Over): Uint8ClampedArray<ArrayBuffer> {
  if (!over.lines && (!over.clips || told.clipped === 0)) return pixels
  const drawn = new Uint8ClampedArray(pixels)
  const { width, height } = told
  const put = (index: number, grey: number) => drawn.fill(grey, index * 4, index * 4 + 3)
  const half = (index: number) => Math.floor(((levels[index] ?? 0) - 1) / (STEPS / 2))
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const index = y * width + x
      if (levels[index] === CLIPS) {
        if (over.clips) put(index, Math.floor((x + y) / STRIPE) % 2 === 0 ? DIM : 255)
        continue
      }
      if (!over.lines) continue
      const here = half(index)
      const [right, below] = [
        x + 1 < width ? half(index + 1) : here,
        y + 1 < height ? half(index + width) : here,
      ]
      // Dark on light and light on dark.
      if (here !== right || here !== below) put(index, (pixels[index * 4 + 1] ?? 0) > 110 ? 0 : 255)
    }
  }
  return drawn
}

/** How much of a picture is at each level: parts of the frame by sixths of a stop, the first at {@link TONES_FROM}. */
export type Tones = PictureTold['tones']
export const TONES_FROM = LOWEST
export const TONE = 1 / 6
