/** An idea the program is built on: what it says, and where its rules come from. Each has a live example beside it. */
export type Idea = { id: IdeaId; name: string; says: string[]; sources: string[] }
export type IdeaId = 'stops' | 'approaches' | 'binds' | 'mired' | 'picture' | 'ladder' | 'judging'

export const ideas: Idea[] = [
  {
    id: 'stops',
    name: 'The stop scale',
    says: [
      'Every patch of the picture stands on one scale: 0 is where its tone should be, each step up is twice the light. Ambient is drawn hatched, flash filled, and a line says what both make together.',
      'Two lights add as light, not as stops: two equal halves make one stop more than each. So a flash a stop under the ambient lifts the face by about half a stop, and one three stops under hardly shows.',
      'The shutter moves the ambient alone, the power of a flash that flash alone. Aperture, ISO and a grey filter move both alike: they change nothing between flash and ambient.',
    ],
    sources: [
      'Meter constants and exposure value: ISO 2720:1974.',
      'Inverse square and adding illuminance: any handbook of photometry.',
    ],
  },
  {
    id: 'approaches',
    name: 'Approaches',
    says: [
      'Before a number comes an intention: ambient carries the picture and flash fills, both weigh the same, flash carries it and the ambient is held down, or flash alone. The program proposes one from the contrast of your readings and says why; choose another and the plan follows.',
      'An approach is a band for each patch: it is met when face, background and shadow stand in theirs.',
    ],
    sources: ['Ratios of fill and key: common practice.'],
  },
  {
    id: 'binds',
    name: 'What binds',
    says: [
      'A plan fails at one limit at a time: the sync time, the base ISO, the most power, the shake of a hand, the depth. What binds is named with how many stops are missing.',
      'Every way out was tried before it is offered, with its price: what it costs in depth, noise, pops or minutes. Press one and it is done; undo takes it back.',
    ],
    sources: [
      'Depth and diffraction: thin lens, Ray, Applied Photographic Optics.',
      'Shutter against shake: common practice, and your own judged takes.',
    ],
  },
  {
    id: 'mired',
    name: 'The mired rule',
    says: [
      'A film shifts every light by the same amount in mired, a million over kelvin, not in kelvin. So the rule for colour is engraved in mired: films are lengths on it that can be laid end to end.',
      'Set the camera to the light that cannot be changed, put a film on the one that can, and both are one colour. What is left over is told as the difference that will show.',
    ],
    sources: [
      'Reciprocal megakelvin: CIE 15; films by their transmission, with your own measurements first.',
    ],
  },
  {
    id: 'picture',
    name: 'The picture',
    says: [
      'The frame is made before it is taken, from the same lights, distances and surfaces the numbers come from: bounces off walls, shadows, reflections in panes, blur and grain. Where picture and scale would disagree, one of them is wrong, and the tests look for it.',
      'It is as good as what it was told: what was guessed, such as the tone of a wall, is marked so until you enter it.',
    ],
    sources: ['Light transport: Kajiya, The rendering equation, 1986.', 'Sky: CIE S 011 general sky.'],
  },
  {
    id: 'ladder',
    name: 'The ladder',
    says: [
      'Daylight changes while you work. From place, date and sky the program knows how the ambient falls, and writes a ladder: at which minute to turn which dial by how much, so that every frame is as planned.',
      'A rung comes when the light has left the tolerance. The day says where it ends: no slower shutter for this subject, no wider aperture.',
    ],
    sources: ['Position of the sun: Reda and Andreas, NREL, 2003.', 'Clear sky: Ineichen and Perez, 2002.'],
  },
  {
    id: 'judging',
    name: 'Judging a frame',
    says: [
      'Bring in a test frame and mark face, background and shadow: it says by how much each stands off the plan, which light that is, and what to turn. Test in order: ambient without flash, flash without ambient, both, and change one thing at a time.',
      'What frames tell again and again becomes a learnt correction of a flash, a meter or a modifier, offered with its spread and taken only by your press.',
    ],
    sources: [
      'Raw levels and clipping: the file’s own black and white points.',
      'Robust least squares: Huber, 1964.',
    ],
  },
]
