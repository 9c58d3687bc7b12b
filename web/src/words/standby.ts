import type { Standby } from '../api/types'
import { choicesOf } from '../ui/choices'

/** When a setup is made: anyway, or in place of the one before it. */
export const whenMade = choicesOf<Standby | 'anyway'>({
  anyway: 'it is made anyway',
  rain: 'if it rains',
  no_sun: 'if the sun stays away',
  wind: 'if the wind is too strong',
  indoors: 'if it has to be indoors',
  no_time: 'if time runs short',
})

/** The condition a setup stands by for, in words. */
export const standbyWords = (standby: Standby) => whenMade.find(({ id }) => id === standby)?.name ?? ''
