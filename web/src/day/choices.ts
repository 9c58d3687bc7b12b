import type { Day, LightWish, ShadowFall, Surroundings } from '../api/types'
import { choicesOf } from '../ui/choices'

export const wishes = choicesOf<LightWish>({
  any: 'any light',
  sun_on_face: 'sun on the face',
  backlit_low_sun: 'a low sun behind the subject',
  open_shade: 'open shade',
  golden: 'golden light',
  golden_by_clock: 'golden light by the clock',
  blue_with_lamps: 'a blue sky with lamps',
  after_dark: 'the dark',
})
export const hazes = choicesOf<Day['haze']>({
  very_clear: 'very clear',
  clear: 'clear',
  average: 'of average haze',
  hazy: 'hazy',
})
export const surroundings = choicesOf<Surroundings['kind']>({
  open: 'in the open',
  shade: 'in the shade of a building or trees',
  leaves: 'under leaves, with flecks of sun',
  overhang: 'under a roof, open in front',
  window: 'in a room, by a window',
  room: 'in a room without daylight',
})
export const tolerances = [
  { id: 'sixth', name: 'a sixth of a stop', stops: 1 / 6 },
  { id: 'third', name: 'a third of a stop', stops: 1 / 3 },
  { id: 'half', name: 'half a stop', stops: 0.5 },
  { id: 'two_thirds', name: 'two thirds of a stop', stops: 2 / 3 },
] as const
export const cloudSources = {
  hand: 'set by hand',
  simulated: 'from the simulated forecast',
  file: 'from a file',
}
export const falls = choicesOf<ShadowFall>({
  any: 'whichever way',
  left: 'to the left in the frame',
  right: 'to the right in the frame',
  towards: 'towards the camera',
  away: 'away from the camera',
})
