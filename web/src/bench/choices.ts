import type { Choice } from '../ui/Field'
import type { Patch, Setup } from '../api/types'

const list = <K extends string>(names: Record<K, string>): Choice<K>[] =>
  (Object.keys(names) as K[]).map((id) => ({ id, name: names[id] }))

export const subjects = list({ person: 'One person', group: 'A group', thing: 'A thing' })
export const movements = list({
  still: 'standing still',
  posed: 'posing',
  fidgeting: 'fidgeting',
  running: 'running',
  sport: 'at sport',
  large_bird: 'a large bird in flight',
  small_bird: 'a small bird in flight',
})
export const tones = list({
  very_dark: 'very dark',
  dark: 'dark',
  medium: 'medium',
  light: 'light',
  very_light: 'very light',
})
export const patches = list<Patch>({
  face: 'Face',
  shadow_side: 'Shadow side',
  edge: 'Edge',
  background: 'Background',
  sky: 'Sky',
})
export const methods = list({ incident: 'incident', reflected: 'reflected' })
export const measures = list({ ev: 'EV', settings: 'settings that were right' })
export const directions = list({
  side: 'from the side',
  camera: 'from the camera',
  behind: 'from behind',
  background: 'onto the background',
})
export const ambients = list({
  sun: 'Sun',
  low_sun: 'Low sun',
  cloud: 'Cloud',
  open_shade: 'Open shade',
  dusk: 'Dusk',
  warm_lamps: 'Warm lamps',
  strip_lights: 'Strip lights',
  cool_led: 'Cool LED',
  measured: 'Measured',
})
export const wishes = list({
  together: 'bring flash and ambient together',
  ambient_as_it_is: 'let the ambient keep its colour',
  cool_evening: 'turn the evening blue',
  between: 'set a point between them',
})
export const approaches = list<NonNullable<Setup['approach']>>({
  fill_low_contrast: 'Fill a low-contrast scene',
  match_high_contrast: 'Match a high-contrast scene',
  half_and_half: 'Half and half',
  flash_leads: 'Flash leads',
  room_first: 'Room first',
  flash_first: 'Flash first, drag to taste',
  silhouette: 'Silhouette',
  sunset_behind: 'Sunset behind',
  ambient_only: 'Ambient only, with card',
})
export const supports = list({ hand: 'in the hand', tripod: 'on a tripod' })
export const modes = list({ manual: 'manual', aperture_priority: 'aperture priority' })
export const shutters = list({ mechanical: 'mechanical', electronic: 'electronic' })
export const files = list({ raw: 'raw', jpeg: 'JPEG' })
