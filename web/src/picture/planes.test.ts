import { describe, expect, it } from 'vitest'
import { drawnOver, placeAt, planes } from './planes'

/** An answer of four by one pixels at these levels. */
function answer(levels: number[], flash: number[]): ArrayBuffer {
  const json = new TextEncoder().encode(JSON.stringify({ width: levels.length, height: 1, rounds: 3 }))
  const bytes = new Uint8Array(4 + json.length + levels.length * 6)
  new DataView(bytes.buffer).setUint32(0, json.length, true)
  bytes.set(json, 4)
  bytes.set(
    levels.flatMap(() => [120, 120, 120, 255]),
    4 + json.length,
  )
  bytes.set([...levels, ...flash], 4 + json.length + levels.length * 4)
  return bytes.buffer
}

/** No light, −12 stops, 0, and clipping. */
const four = planes(answer([0, 1, 145, 255], [0, 0, 128, 255]))

describe('a picture as it comes', () => {
  it('tells its places', () => {
    expect(four.told.rounds).toBe(3)
    expect(placeAt(four, 0.1, 0.5)).toEqual({ level: null, clips: false, flash: 0 })
    expect(placeAt(four, 0.3, 0.5).level).toBe(-12)
    expect(placeAt(four, 0.6, 0.5)).toMatchObject({ level: 0, clips: false })
    expect(placeAt(four, 0.6, 0.5).flash).toBeCloseTo(0.5, 1)
    expect(placeAt(four, 1, 1)).toMatchObject({ level: null, clips: true, flash: 1 })
  })

  it('has what clips hatched, and lines where half stops end', () => {
    expect(drawnOver(four, { clips: false, lines: false })).toBe(four.pixels)
    const hatched = drawnOver(four, { clips: true, lines: false })
    expect(hatched[12]).not.toBe(120)
    expect(hatched.slice(0, 12)).toEqual(four.pixels.slice(0, 12))
    const flat = planes(answer([145, 146, 151, 151], [0, 0, 0, 0]))
    const lined = drawnOver(flat, { clips: false, lines: true })
    expect([0, 4, 8, 12].map((at) => lined[at] !== 120)).toEqual([false, true, false, false])
  })
})
