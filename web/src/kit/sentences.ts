import { presets } from '../bench/choices'
import { choice, mark, number, power, seconds, text, type Kind, type Sentence, type Spec } from './specs'

const camera: Sentence[] = [
  [
    'Its sensor is ',
    number('/sensor_width', 'Sensor width', 'mm', 0.1),
    ' by ',
    number('/sensor_height', 'Sensor height', 'mm', 0.1),
    ' with ',
    number('/megapixels', 'Pixels, in millions'),
    ' million pixels; pictures are judged ',
    {
      field: '/judged_by_pixels',
      label: 'Judged by its pixels',
      as: 'switch',
      on: true,
      words: ['pixel by pixel', 'at the size they are shown'],
    },
    '.',
  ],
  [
    'It ',
    {
      field: '/film',
      label: 'Film',
      as: 'switch',
      on: 'films',
      words: ['is loaded with film', 'stores on a sensor'],
    },
    ' and puts up to ',
    number('/exposures_in_one', 'Exposures in one frame', '', 1, 0),
    ' exposures into one frame.',
  ],
  [
    'The film is ',
    choice('/film/gives', 'Kind of film', {
      colour_negative: 'a colour negative',
      black_and_white: 'a black-and-white negative',
      slide: 'a slide',
    }),
    ' rated at ',
    mark('/iso_base', 'Film speed', 'iso'),
    ', balanced for ',
    number('/film/balanced', 'Balanced for', 'K', 100, 0),
    '. From mid-grey it holds ',
    number('/film/over', 'Film latitude over', 'stops', 0.5),
    ' up and ',
    number('/film/under', 'Film latitude under', 'stops', 0.5),
    ' down; past a second it needs the metered time to the power of ',
    number('/film/reciprocity', 'Reciprocity exponent', '', 0.05),
    '.',
  ],
  [
    { unless: '/film' },
    'ISO begins at ',
    mark('/iso_lowest', 'Lowest ISO', 'iso'),
    ', has its base at ',
    mark('/iso_base', 'Base ISO', 'iso'),
    ' and you accept it up to ',
    mark('/iso_highest', 'Highest ISO you accept', 'iso'),
    '.',
  ],
  ['Its dials click in ', choice('/step', 'Clicks', { thirds: 'thirds', halves: 'halves' }), '.'],
  [
    'Its shutter, of ',
    choice('/shutter_kind', 'Shutter', { focal_plane: 'curtains', leaf: 'leaves in the lens' }),
    ', runs from ',
    mark('/shutter_slowest', 'Slowest time', 'shutter'),
    ' to ',
    mark('/shutter_fastest', 'Fastest mechanical time', 'shutter'),
    ' and syncs up to ',
    mark('/sync', 'Sync speed', 'shutter'),
    '; automatic modes with flash go no slower than ',
    mark('/slow_sync_floor', 'Shutter floor with flash', 'shutter'),
    '.',
  ],
  [
    'Its electronic shutter reaches ',
    mark('/electronic_fastest', 'Fastest electronic time', 'shutter', true),
    ' and syncs up to ',
    mark('/electronic_sync', 'Electronic sync speed', 'shutter', true),
    '.',
  ],
  [
    { unless: '/film' },
    'From mid-grey to clipping there are ',
    number('/headroom_raw', 'Headroom, raw', 'stops', 0.5),
    ' in raw files and ',
    number('/headroom_jpeg', 'Headroom, JPEG', 'stops', 0.5),
    ' in JPEG; shadows are usable ',
    number('/floor', 'Usable shadow below grey', 'stops', 0.5),
    ' down.',
  ],
  [
    'It takes ',
    number('/frames_per_second', 'Frames a second'),
    ' frames a second, its stabiliser gives back ',
    number('/stabiliser', 'Stabiliser gain', 'stops', 0.5),
    ', and it focuses in light down to EV ',
    number('/focus_limit', 'Focuses in light down to EV', '', 0.5),
    '.',
  ],
  [{ unless: '/film' }, 'Its files call it ', text('/in_files', 'Its name in files'), '.'],
  [
    { unless: '/film' },
    'A step of its tint is ',
    number('/tint_step', 'A step of the tint', 'Duv', 0.0005, 4),
    '.',
  ],
  [
    { unless: '/film' },
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
  ],
]

const lens: Sentence[] = [
  [
    'It goes from ',
    number('/focal_shortest', 'Shortest focal length', 'mm'),
    ' to ',
    number('/focal_longest', 'Longest focal length', 'mm'),
    '.',
  ],
  [
    'It opens to ',
    mark('/widest_short', 'Widest at the short end', 'aperture'),
    ' at the short end and ',
    mark('/widest_long', 'Widest at the long end', 'aperture'),
    ' at the long one, and closes to ',
    mark('/smallest', 'Smallest aperture', 'aperture'),
    '.',
  ],
  [
    'It focuses as close as ',
    number('/closest_focus', 'Closest focus', 'm', 0.05),
    ', to ',
    number('/magnification', 'Largest magnification', '', 0.05),
    ' times life size; its exit pupil is ',
    number('/pupil_ratio', 'Pupil ratio', '', 0.1),
    ' times its entrance pupil.',
  ],
  ['Its files call it ', text('/in_files', 'Its name in files'), '.'],
  ['Its stabiliser gives back ', number('/stabiliser', 'Stabiliser gain', 'stops', 0.5), '.'],
]

const flash: Sentence[] = [
  [
    'A ',
    choice('/flash_kind', 'Kind', {
      speedlight: 'hot-shoe flash',
      head: 'head for modifiers',
      on_camera: 'small flash that stays on the camera',
    }),
    '; how bright it is goes by ',
    choice('/output/from', 'Brightness from', {
      guide_number: 'a guide number',
      zoom_table: 'a table over its zoom',
      metered: 'a meter reading of your own',
      watt_seconds: 'its watt-seconds, an estimate',
    }),
    '.',
  ],
  ['Its guide number is ', number('/output/guide_number', 'Guide number, ISO 100', 'm'), ' at ISO 100.'],
  [
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
  ],
  ['It stores ', number('/output/watt_seconds', 'Stored energy', 'Ws', 50), '.'],
  [
    'From ',
    number('/output/reading/distance', 'Metered from', 'm', 0.1),
    ' at a power of ',
    power('/output/reading/power', 'Metered at a power of'),
    ' the meter said ',
    mark('/output/reading/aperture', 'The meter said', 'aperture'),
    ' at ',
    mark('/output/reading/iso', 'at', 'iso'),
    ', through something that took ',
    number('/output/reading/modifier_loss', 'through a modifier taking', 'stops', 0.1),
    '.',
  ],
  [
    'It goes down to ',
    power('/lowest_power', 'Lowest power'),
    ' in ',
    choice('/power_step', 'Power clicks', { thirds: 'thirds', tenths: 'tenths' }),
    ', spelt as ',
    choice('/notation', 'Power spelt as', { fraction: 'fractions', ten_stop: 'a ten-stop scale' }),
    '.',
  ],
  [
    'After full power it is ready again in ',
    seconds('/recharge', 'Recharge after full power'),
    '; a battery gives ',
    number('/full_pops', 'Full-power pops a battery', '', 10, 0),
    ' full pops, and after ',
    number('/pops_before_rest', 'Full-power pops before a rest', '', 1, 0),
    ' in a row it rests for ',
    number('/rest', 'Rest after them', 'min'),
    '.',
  ],
  [
    {
      field: '/durations',
      label: 'Duration (t0.1)',
      as: 'rows',
      columns: [
        { key: 'power', label: 'Power', as: 'power' },
        { key: 't_tenth', label: 'Time', as: 'seconds' },
      ],
      row: 'duration_row',
    },
  ],
  [
    'It ',
    {
      field: '/high_speed_sync',
      label: 'High-speed sync',
      as: 'switch',
      on: 'high_speed_sync',
      words: ['has high-speed sync', 'has no high-speed sync'],
    },
    ' and ',
    {
      field: '/ttl',
      label: 'Automatic exposure (TTL)',
      as: 'switch',
      on: true,
      words: ['meters itself (TTL)', 'is set by hand'],
    },
    '.',
  ],
  [
    'Past sync it loses ',
    number('/high_speed_sync/cost', 'High-speed sync costs', 'stops', 0.1),
    ' at once.',
  ],
  [
    'With it the shutter stays ',
    choice('/sync_click', 'Stays below sync by', {
      one_click: 'one click',
      two_clicks: 'two clicks (radio)',
    }),
    ' under sync; fired before it is ready it ',
    choice('/before_ready', 'Fired before it is ready', {
      refuses: 'stays dark',
      fires_short: 'fires with what it has',
    }),
    '.',
  ],
  [
    'Its light is ',
    number('/kelvin', 'Colour', 'K', 100, 0),
    ', and at its lowest power ',
    number('/kelvin_lowest', 'Colour at its lowest power, where it drifts', 'K', 100, 0),
    '.',
  ],
]

const modifier: Sentence[] = [
  [
    'It is a ',
    choice('/modifier_kind', 'Kind', {
      bare: 'bare head',
      umbrella: 'umbrella',
      softbox: 'softbox or octa',
      dish: 'beauty dish',
      grid: 'grid',
      dome: 'dome',
      bounce_card: 'bounce card',
    }),
    ', its lit face ',
    choice('/face/shape', 'Lit face', {
      point: 'as small as the head',
      disc: 'round',
      rectangle: 'rectangular',
    }),
    '.',
  ],
  ['That is ', number('/face/diameter', 'Diameter', 'm', 0.05), ' across.'],
  [
    'That is ',
    number('/face/width', 'Width', 'm', 0.05),
    ' wide and ',
    number('/face/height', 'Height', 'm', 0.05),
    ' high.',
  ],
  [
    'It takes ',
    number('/loss', 'Light lost', 'stops', 0.1),
    ' of light and ',
    {
      field: '/beam',
      label: 'Narrows the beam',
      as: 'switch',
      on: 'beam',
      words: ['narrows the beam', 'leaves the beam as wide as it is'],
    },
    '.',
  ],
  ['Its beam is ', number('/beam', 'Beam', '°', 5), ' wide.'],
]

/** Each kind of thing, told in sentences. A sentence is said of what has all it tells. */
export const sentences: Record<Kind, Sentence[]> = {
  camera,
  lens,
  flash,
  modifier,
  gel: [
    [
      'It moves light by ',
      number('/shift', 'Shift, warmer is positive', 'mired', 1),
      ', warmer where positive, and by ',
      number('/duv', 'To the green side', 'Duv', 0.001, 4),
      ' to the green side; it takes ',
      number('/loss', 'Light lost', 'stops', 1 / 3),
      '.',
    ],
  ],
  filter: [
    [
      'It takes from ',
      mark('/weakest', 'Weakest setting', 'nd'),
      ' to ',
      mark('/strongest', 'Strongest setting', 'nd'),
      '; the two are the same in one that does not turn.',
    ],
  ],
}

/** Every value of a kind of thing. */
export const specsOf = (kind: Kind): Spec[] =>
  sentences[kind].flatMap((sentence) =>
    sentence.flatMap((part) => (typeof part === 'string' || 'unless' in part ? [] : [part])),
  )
