import type { Press } from '../api/types'
import { choicesOf } from '../ui/choices'

/** How the meter is held, by what takes the light in. */
export const held = choicesOf({ dome: 'incident, dome', flat: 'incident, flat', spot: 'reflected, spot' })
export type HeldBy = (typeof held)[number]['id']

export const presses = choicesOf<Press['of']>({ single: 'one frame', burst: 'a burst', bracket: 'a bracket' })
