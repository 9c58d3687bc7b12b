import type { Settings } from '../api/types'

export type Units = Settings['house']['units']

const METRES_PER_FOOT = 0.3048

/** Metres as the number typed in the user's units. */
export function shown(metres: number, units: Units): number {
  const value = units === 'feet' ? metres / METRES_PER_FOOT : metres
  return Math.round(value * 1000) / 1000
}

/** The number typed, as metres. */
export function metres(value: number, units: Units): number {
  return units === 'feet' ? value * METRES_PER_FOOT : value
}

/** A round measure of the hand, as one moves a stand: 5 cm or 2 in, in the user's units. */
export const handStep = (units: Units) => (units === 'feet' ? 1 / 6 : 0.05)

export const unitSign = (units: Units) => (units === 'feet' ? 'ft' : 'm')

/** A time of day as the user reads clocks. */
export function clockTime(time: string, clock: Settings['clock']): string {
  if (clock === 'hours24') return time
  const [hours = 0, minutes = 0] = time.split(':').map(Number)
  return `${((hours + 11) % 12) + 1}:${String(minutes).padStart(2, '0')} ${hours < 12 ? 'am' : 'pm'}`
}

/** A time of day, as the studio writes it in its sentences. */
const TIME = /\b(?:[01]\d|2[0-3]):[0-5]\d\b/g

/** The same in a sentence, wherever it stands. */
export const inClock = (sentence: string, clock: Settings['clock']) =>
  clock === 'hours24' ? sentence : sentence.replace(TIME, (time) => clockTime(time, clock))
