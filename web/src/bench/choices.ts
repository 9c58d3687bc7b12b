import { choicesOf } from '../ui/choices'
import type { AmbientColour, BodyPreset, Light, Patch, Receptor, Setup, Turned } from '../api/types'

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
export const backgrounds = choicesOf({
  wall: 'A wall',
  open: 'Open ground',
  water: 'Water',
  foliage: 'Trees or a hedge',
  street: 'Houses',
})
/** A background in a sentence. */
export const lies = (kind: Setup['background']['kind']) =>
  backgrounds.find(({ id }) => id === kind)?.name.toLowerCase() ?? kind
export const ambients = choicesOf({
  sun: 'Sun',
  low_sun: 'Low sun',
  cloud: 'Cloud',
  open_shade: 'Open shade',
  dusk: 'Dusk',
  warm_lamps: 'Warm lamps',
  strip_lights: 'Strip lights',
  cool_led: 'Cool LED',
  'lamp incandescent': 'Incandescent lamps',
  'lamp cool_white_tube': 'Cool white tubes',
  'lamp warm_white_tube': 'Warm white tubes',
  'lamp daylight_tube': 'Daylight tubes',
  'lamp three_band_neutral': 'Three-band tubes, neutral',
  'lamp three_band_warm': 'Three-band tubes, warm',
  'lamp sodium': 'Sodium lamps',
  'lamp metal_halide': 'Metal-halide lamps',
  'lamp led_very_warm': 'LED, very warm',
  'lamp led_warm': 'LED, warm',
  'lamp led_neutral': 'LED, neutral',
  'lamp led_daylight': 'LED, daylight',
  'lamp led_cool': 'LED, cool white',
  'lamp led_with_red': 'LED, warm with red',
  'lamp led_three_colours': 'LED of three colours',
  'lamp led_violet_warm': 'LED by violet, warm',
  'lamp led_violet_neutral': 'LED by violet, neutral',
  measured: 'Measured',
} satisfies Record<string, string>)
export type AmbientId = (typeof ambients)[number]['id']
type LampKind = Extract<AmbientColour, { kind: 'lamp' }>['lamp']
type PlainKind = Exclude<AmbientColour['kind'], 'lamp' | 'measured'>

/** Which of the choices a kind of light is. */
export const ambientId = (light: AmbientColour): AmbientId =>
  light.kind === 'lamp' ? `lamp ${light.lamp}` : light.kind

/** The kind of light a choice stands for; a measured one begins as what was there before. */
export function ambientOf(id: AmbientId, kelvin: number): AmbientColour {
  if (id === 'measured') return { kind: 'measured', kelvin, duv: 0 }
  return id.startsWith('lamp ') ? { kind: 'lamp', lamp: id.slice(5) as LampKind } : { kind: id as PlainKind }
}
export const wishes = choicesOf({
  together: 'bring flash and ambient together',
  ambient_as_it_is: 'let the ambient keep its colour',
  cool_evening: 'turn the evening blue',
  between: 'set a point between them',
  warm: 'make skin a little warmer',
  cool: 'make skin a little cooler',
  deepen: 'deepen the sunset',
  calm: 'calm the sunset',
  neutral: 'make what falls on the face white',
})
export const skins = choicesOf({
  very_light: 'very light skin',
  light: 'light skin',
  intermediate: 'intermediate skin',
  tan: 'tan skin',
  brown: 'brown skin',
  dark: 'dark skin',
})
/** The skin one of the people may have: its own, or the usual one of their tone. */
export const presets = choicesOf<BodyPreset['preset']>({
  lamps: 'lamps',
  tubes: 'tubes',
  daylight: 'daylight',
  flash: 'flash',
  cloud: 'cloud',
  shade: 'shade',
})
export const personSkins = [
  { id: 'said', name: 'the usual skin of that tone' },
  ...skins,
  { id: 'measured_skin', name: 'skin as measured' },
]
export const whites = choicesOf({ D50: 'D50', D65: 'D65' })
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
