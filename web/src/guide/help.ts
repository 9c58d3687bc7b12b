import type { IdeaId } from './ideas'

/** What a screen is for, and the idea behind it. */
export type Help = { name: string; says: string; idea: IdeaId }

/** By the beginning of its address; the first that fits. */
const screens: [RegExp, Help][] = [
  [
    /^\/setups\/[^/]+\/set$/,
    {
      name: 'Set',
      says: 'Move lights, people, cards and panes; every move is worked out at once. What hurts or does not hold is said where it stands. A place can be typed as well.',
      idea: 'picture',
    },
  ],
  [
    /^\/setups\/[^/]+\/colour$/,
    {
      name: 'Colour',
      says: 'Put the camera’s setting on the rule, hang films on the flashes, and read which differences will show.',
      idea: 'mired',
    },
  ],
  [
    /^\/setups\/[^/]+\/judge/,
    {
      name: 'Judge',
      says: 'Bring in a frame, mark its patches, and read what stands off the plan and what to turn.',
      idea: 'judging',
    },
  ],
  [
    /^\/setups\/[^/]+\/stand-ins$/,
    {
      name: 'Stand-ins',
      says: 'A meter, a camera and flashes that behave as real ones do, with faults you choose: for practice without kit.',
      idea: 'judging',
    },
  ],
  [
    /^\/setups\//,
    {
      name: 'Bench',
      says: 'Enter what you know, hold what must stay, and let the rest be solved. Red words say what binds, with ways out that were tried.',
      idea: 'stops',
    },
  ],
  [
    /\/day$/,
    {
      name: 'Day',
      says: 'Say where and when; the strip shows the light of the hours. Put setups where their light is, or have an order proposed.',
      idea: 'ladder',
    },
  ],
  [
    /\/card$/,
    {
      name: 'Card',
      says: 'What you need in the hand. Tick as you go; keep it as a file or print it.',
      idea: 'ladder',
    },
  ],
  [
    /\/log$/,
    {
      name: 'Log',
      says: 'What was taken and how far it stood off; what comes back in every frame is offered as a correction.',
      idea: 'judging',
    },
  ],
  [
    /^\/drills/,
    {
      name: 'Drills',
      says: 'One question, one gesture, then what is right and why.',
      idea: 'stops',
    },
  ],
  [
    /^\/kit/,
    {
      name: 'Kit',
      says: 'What you own, with the numbers plans are made of. Enter what you measured; makers’ figures are a start.',
      idea: 'binds',
    },
  ],
  [
    /^\/settings/,
    {
      name: 'Settings',
      says: 'Metres or feet, thirds or halves, the clock, the look, and who may come in from a phone.',
      idea: 'stops',
    },
  ],
  [/^\/guide/, { name: 'Guide', says: 'Each idea with an example that can be turned.', idea: 'stops' }],
  [
    /^\/$/,
    {
      name: 'Jobs',
      says: 'A job holds a client, a day and its setups. Make one, give it setups, and go to the bench of each.',
      idea: 'approaches',
    },
  ],
]

export const helpOf = (pathname: string): Help | undefined =>
  screens.find(([fits]) => fits.test(pathname))?.[1]
