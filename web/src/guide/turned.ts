import type { Setup } from '../api/types'

type Turn = { name: string; said: string; shutter?: number; aperture?: number; power?: number }

/** Sixths of a stop, as dials count. */
const STOP = 6

/** What may be turned in the guide, by a stop. */
export const turns: Turn[] = [
  { name: 'Shutter a stop slower', said: 'Only the ambient rose.', shutter: -STOP },
  { name: 'Flash a stop stronger', said: 'Only the flash rose.', power: -1 },
  { name: 'Aperture a stop wider', said: 'Both rose alike: nothing changed between them.', aperture: -STOP },
]

/** What a turn did, or that there is nothing left to turn. */
export const saidOf = ({ lights }: Setup, { power, said }: Turn): string =>
  power !== undefined && lights.every((light) => light.power.at <= 0)
    ? 'Full power already: there is no more.'
    : said

/** A setup with a dial turned, no further than from nothing below full power. */
export function turned(setup: Setup, { shutter = 0, aperture = 0, power = 0 }: Turn): Setup {
  const { camera, lights } = setup
  return {
    ...setup,
    camera: {
      ...camera,
      shutter: { ...camera.shutter, at: camera.shutter.at + shutter },
      aperture: { ...camera.aperture, at: camera.aperture.at + aperture },
    },
    lights: lights.map((light) => ({
      ...light,
      power: { ...light.power, at: Math.max(0, light.power.at + power) },
    })),
  }
}
