import type { KitItem, Setup } from '../api/types'

type Body = Extract<KitItem, { kind: 'camera' }>

const inside = (at: number, low: number, high: number) => Math.min(Math.max(at, low), high)

/** Takes another body for a setup, its dials put where that body has them: a film has one speed and one balance. */
export function loadInto(setup: Setup, body: Body) {
  const { camera, white_balance } = setup
  camera.body = body.id
  const { film } = body
  camera.iso.at = film ? body.iso_base : inside(camera.iso.at, body.iso_lowest, body.iso_highest)
  const fastest = Math.max(body.shutter_fastest, body.electronic_fastest ?? body.shutter_fastest)
  camera.shutter.at = inside(camera.shutter.at, body.shutter_slowest, fastest)
  if (film) {
    white_balance.kelvin.at = film.balanced
    white_balance.tint = 0
  }
  const { multiple } = camera
  if (multiple && body.exposures_in_one < 2) camera.multiple = null
  else if (multiple) {
    multiple.exposures = Math.min(multiple.exposures, body.exposures_in_one)
    if (film) multiple.joined = 'added'
  }
}
