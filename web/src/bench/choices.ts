import { choicesOf } from '../ui/choices'
import type { Light, Patch, Receptor, Setup, Turned } from '../api/types'

export const subjects = choicesOf({ person: 'One person', group: 'A group', thing: 'A thing' })
export const movements = choicesOf({
  still: 'standing still',
  posed: 'posing',
  fidgeting: 'fidgeting',
  children: 'children, never still',
  running: 'running',
  sport: 'at sport',
  splash: 'splashing water',
  large_bird: 'a large bird in flight',
  small_bird: 'a small bird in flight',
})
export const traces = choicesOf({
  frozen: 'frozen',
  a_little: 'a little of it seen',
  trails: 'drawing trails',
})
export const tones = choicesOf({
  very_dark: 'very dark',
  dark: 'dark',
  medium: 'medium',
  light: 'light',
  very_light: 'very light',
})
export const details = choicesOf<NonNullable<Setup['background']['detail']> | 'unsaid'>({
  unsaid: 'busy or calm?',
  calm: 'calm',
  busy: 'busy',
})
export const holders = choicesOf<Light['held_by']>({
  stand: 'on a stand',
  boom: 'on a boom',
  clamp: 'on a clamp',
  table: 'on a table',
  camera: 'on the camera',
  hand: 'in the hand',
  assistant: 'with an assistant',
})
/** The tones one of the people may have: their own, or as the subject's is said. */
export const personTones = (subject: Setup['subject']['tone']) => [
  { id: 'subject' as const, name: `as said, ${tones.find((tone) => tone.id === subject)?.name ?? subject}` },
  ...tones,
]
export const patches = choicesOf<Patch>({
  face: 'Face',
  shadow_side: 'Shadow side',
  edge: 'Edge',
  legs: 'Legs',
  background: 'Background',
  sky: 'Sky',
})
export const receptors = choicesOf<Receptor>({ dome: 'dome', flat: 'flat receptor' })
/** Where a meter was turned before a patch, but at a light. */
export const turnsBefore = (patch: string) =>
  choicesOf<Exclude<Turned['to'], 'light'>>({
    patch: `as the ${patch} is`,
    camera: 'at the camera',
    sun: 'level to the sun',
    up: 'straight up',
  })
export const methods = choicesOf({ incident: 'incident', reflected: 'reflected' })
export const measures = choicesOf({ ev: 'EV', settings: 'settings that were right' })
export const backgrounds = choicesOf({ wall: 'A wall', open: 'Open ground' })
export const ambients = choicesOf({
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
export const wishes = choicesOf({
  together: 'bring flash and ambient together',
  ambient_as_it_is: 'let the ambient keep its colour',
  cool_evening: 'turn the evening blue',
  between: 'set a point between them',
})
export const approaches = choicesOf<NonNullable<Setup['approach']>>({
  fill_low_contrast: 'Fill a low-contrast scene',
  match_high_contrast: 'Match a high-contrast scene',
  half_and_half: 'Half and half',
  flash_leads: 'Flash leads',
  room_first: 'Room first',
  flash_first: 'Flash first, drag to taste',
  silhouette: 'Silhouette',
  silhouette_touched: 'Silhouette, a touch of flash low',
  sunset_behind: 'Sunset behind',
  ambient_only: 'Ambient only, with card',
})
export const rigs = choicesOf<Setup['camera']['rig']['with']>({
  nothing: 'nothing on it',
  add_on: 'a close-up lens on it',
  tubes: 'tubes behind it',
})
export const supports = choicesOf({ hand: 'in the hand', tripod: 'on a tripod' })
export const modes = choicesOf({ manual: 'manual', aperture_priority: 'aperture priority' })
export const shutters = choicesOf({ mechanical: 'mechanical', electronic: 'electronic' })
export const files = choicesOf({ raw: 'raw', jpeg: 'JPEG' })
