import type { KitItem, Marks, Starts } from '../api/types'
import { presets } from '../bench/choices'

/** One column of a table on a thing's sheet. */
export type Column = {
  key: string
  label: string
  unit?: string
  step?: number
  choices?: { id: string; name: string }[]
}

/** One line of a thing's sheet. */
export type Spec = {
  /** Where it is in the thing, as a JSON pointer. */
  field: string
  label: string
} & (
  | { as: 'number'; unit?: string; step?: number; digits?: number; factor?: number; optional?: boolean }
  | { as: 'mark'; of: keyof Marks | 'nd'; optional?: boolean }
  | { as: 'choice'; choices: { id: string; name: string }[] }
  | { as: 'switch'; on: true | 'high_speed_sync' | 'beam'; words: [string, string] }
  | { as: 'rows'; columns: Column[]; row: 'zoom_row' | 'duration_row' | 'preset_row' }
)

export type Kind = KitItem['kind']
export type Fields = Record<string, unknown>

const number = (field: string, label: string, unit?: string, step = 1, digits = 2): Spec => ({
  field,
  label,
  as: 'number',
  unit,
  step,
  digits,
})
const mark = (field: string, label: string, of: keyof Marks | 'nd', optional = false): Spec => ({
  field,
  label,
  as: 'mark',
  of,
  optional,
})
const choice = (field: string, label: string, names: Record<string, string>): Spec => ({
  field,
  label,
  as: 'choice',
  choices: Object.entries(names).map(([id, name]) => ({ id, name })),
})
const yesNo = (field: string, label: string): Spec => ({
  field,
  label,
  as: 'switch',
  on: true,
  words: ['yes', 'no'],
})

const cameraSpecs: Spec[] = [
  number('/sensor_width', 'Sensor width', 'mm', 0.1),
  number('/sensor_height', 'Sensor height', 'mm', 0.1),
  number('/megapixels', 'Pixels', 'MP'),
  yesNo('/judged_by_pixels', 'Judged by its pixels'),
  mark('/iso_lowest', 'Lowest ISO', 'iso'),
  mark('/iso_base', 'Base ISO', 'iso'),
  mark('/iso_highest', 'Highest ISO you accept', 'iso'),
  choice('/step', 'Clicks', { thirds: 'thirds', halves: 'halves' }),
  mark('/shutter_slowest', 'Slowest time', 'shutter'),
  mark('/shutter_fastest', 'Fastest mechanical time', 'shutter'),
  choice('/shutter_kind', 'Shutter', { focal_plane: 'curtains', leaf: 'leaf' }),
  mark('/sync', 'Sync speed', 'shutter'),
  mark('/electronic_fastest', 'Fastest electronic time', 'shutter', true),
  mark('/electronic_sync', 'Electronic sync speed', 'shutter', true),
  mark('/slow_sync_floor', 'Shutter floor with flash', 'shutter'),
  number('/headroom_raw', 'Headroom, raw', 'stops', 0.5),
  number('/headroom_jpeg', 'Headroom, JPEG', 'stops', 0.5),
  number('/floor', 'Usable shadow below grey', 'stops', 0.5),
  number('/frames_per_second', 'Frames a second'),
  number('/stabiliser', 'Stabiliser gain', 'stops', 0.5),
  number('/focus_limit', 'Focuses in light down to', 'EV', 0.5),
  number('/tint_step', 'A step of the tint (Duv)', '', 0.0005, 4),
  {
    field: '/presets',
    label: 'White balance presets',
    as: 'rows',
    columns: [
      { key: 'preset', label: 'Preset', choices: presets },
      { key: 'kelvin', label: 'Temperature', unit: 'K', step: 50 },
      { key: 'tint', label: 'Tint, green positive (Duv)', step: 0.0005 },
    ],
    row: 'preset_row',
  },
]
const lensSpecs: Spec[] = [
  number('/focal_shortest', 'Shortest focal length', 'mm'),
  number('/focal_longest', 'Longest focal length', 'mm'),
  mark('/widest_short', 'Widest at the short end', 'aperture'),
  mark('/widest_long', 'Widest at the long end', 'aperture'),
  mark('/smallest', 'Smallest aperture', 'aperture'),
  number('/closest_focus', 'Closest focus', 'm', 0.05),
  number('/magnification', 'Largest magnification', '×', 0.05),
  number('/pupil_ratio', 'Pupil ratio', '', 0.1),
  number('/stabiliser', 'Stabiliser gain', 'stops', 0.5),
]
const flashSpecs: Spec[] = [
  choice('/flash_kind', 'Kind', {
    speedlight: 'hot-shoe flash',
    head: 'head',
    on_camera: 'small, on camera',
  }),
  choice('/output/from', 'Brightness from', {
    guide_number: 'a guide number',
    zoom_table: 'a zoom table',
    metered: 'a meter reading',
    watt_seconds: 'watt-seconds (estimate)',
  }),
  number('/output/guide_number', 'Guide number, ISO 100', 'm'),
  {
    field: '/output/rows',
    label: 'Zoom table',
    as: 'rows',
    columns: [
      { key: 'zoom', label: 'Zoom', unit: 'mm' },
      { key: 'guide_number', label: 'Guide number', unit: 'm' },
    ],
    row: 'zoom_row',
  },
  number('/output/watt_seconds', 'Stored energy', 'Ws', 50),
  number('/output/reading/distance', 'Metered from', 'm', 0.1),
  mark('/output/reading/aperture', 'The meter said', 'aperture'),
  mark('/output/reading/iso', 'at', 'iso'),
  number('/output/reading/power', 'at a power below full of', 'stops', 1 / 3),
  number('/output/reading/modifier_loss', 'through a modifier taking', 'stops', 0.1),
  number('/lowest_power', 'Lowest power, below full', 'stops'),
  choice('/power_step', 'Power clicks', { thirds: 'thirds', tenths: 'tenths' }),
  choice('/notation', 'Power spelt as', { fraction: 'fractions', ten_stop: 'a ten-stop scale' }),
  number('/recharge', 'Recharge after full power', 's', 0.1),
  number('/full_pops', 'Full-power pops a battery', '', 10, 0),
  number('/pops_before_rest', 'Full-power pops before a rest', '', 1, 0),
  number('/rest', 'Rest after them', 'min'),
  {
    field: '/durations',
    label: 'Duration (t0.1)',
    as: 'rows',
    columns: [
      { key: 'power', label: 'Power below full', unit: 'stops' },
      { key: 't_tenth', label: 'Time', unit: 's' },
    ],
    row: 'duration_row',
  },
  {
    field: '/high_speed_sync',
    label: 'High-speed sync',
    as: 'switch',
    on: 'high_speed_sync',
    words: ['yes', 'no'],
  },
  number('/high_speed_sync/cost', 'It costs', 'stops', 0.1),
  yesNo('/ttl', 'Automatic exposure (TTL)'),
  choice('/sync_click', 'Stays below sync by', { one_click: 'one click', two_clicks: 'two clicks (radio)' }),
  choice('/before_ready', 'Fired before it is ready', {
    refuses: 'stays dark',
    fires_short: 'fires with what it has',
  }),
  number('/kelvin', 'Colour', 'K', 100, 0),
  number('/kelvin_lowest', 'Colour at its lowest power, where it drifts', 'K', 100, 0),
]
const modifierSpecs: Spec[] = [
  choice('/modifier_kind', 'Kind', {
    bare: 'bare head',
    umbrella: 'umbrella',
    softbox: 'softbox or octa',
    dish: 'beauty dish',
    grid: 'grid',
    dome: 'dome',
    bounce_card: 'bounce card',
  }),
  choice('/face/shape', 'Lit face', {
    point: 'as small as the head',
    disc: 'round',
    rectangle: 'rectangular',
  }),
  number('/face/diameter', 'Diameter', 'm', 0.05),
  number('/face/width', 'Width', 'm', 0.05),
  number('/face/height', 'Height', 'm', 0.05),
  number('/loss', 'Light lost', 'stops', 0.1),
  { field: '/beam', label: 'Narrows the beam', as: 'switch', on: 'beam', words: ['yes', 'no'] },
  number('/beam', 'to', '°', 5),
]

export const specs: Record<Kind, Spec[]> = {
  camera: cameraSpecs,
  lens: lensSpecs,
  flash: flashSpecs,
  modifier: modifierSpecs,
  gel: [
    number('/shift', 'Shift, warmer is positive', 'mired', 1),
    number('/duv', 'To the green side (Duv)', '', 0.001, 4),
    number('/loss', 'Light lost', 'stops', 1 / 3),
  ],
  filter: [mark('/weakest', 'Weakest setting', 'nd'), mark('/strongest', 'Strongest setting', 'nd')],
}

export const kinds: { kind: Kind; one: string; many: string }[] = [
  { kind: 'camera', one: 'camera', many: 'Cameras' },
  { kind: 'lens', one: 'lens', many: 'Lenses' },
  { kind: 'flash', one: 'flash', many: 'Flashes' },
  { kind: 'modifier', one: 'modifier', many: 'Modifiers' },
  { kind: 'gel', one: 'gel', many: 'Gels' },
  { kind: 'filter', one: 'filter', many: 'ND filters' },
]

/** Choices that bring fields of their own with them, and what those begin as. */
export const variants: Record<string, (starts: Starts, chosen: string) => object | undefined> = {
  '/output/from': ({ outputs }, chosen) => outputs.find((output) => output.from === chosen),
  '/face/shape': ({ faces }, chosen) => faces.find((face) => face.shape === chosen),
}
