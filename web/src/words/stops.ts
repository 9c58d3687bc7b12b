import { inHalves } from './clicks'

/** What is lost, in stops: −⅔, −1, or nothing. */
export const lossLabel = (stops: number) => {
  const label = stopsLabel(-Math.abs(stops))
  return label === '0' ? 'no loss' : label
}

/** A level in stops as the trade writes it: +⅓, −1⅔, 0; in halves where dials click so. */
export const stopsLabel = (stops: number) => (inHalves() ? halvesLabel(stops) : thirdsLabel(stops))

const FRACTIONS = ['', '', '⅓', '½', '⅔']

const ofSixths = (sixths: number) => {
  const sign = sixths > 0 ? '+' : sixths < 0 ? '−' : ''
  const whole = Math.floor(Math.abs(sixths) / 6)
  const fraction = FRACTIONS[Math.abs(sixths) % 6] ?? ''
  return whole === 0 && fraction ? `${sign}${fraction}` : `${sign}${whole}${fraction}`
}

const halvesLabel = (stops: number) => ofSixths(Math.round(stops * 2) * 3)

/** The same in thirds, whatever the dials: of a scale that is engraved in them. */
export function thirdsLabel(stops: number): string {
  const sixths = Math.round(stops * 6)
  const part = ((sixths % 6) + 6) % 6
  return ofSixths(part === 1 ? sixths - 1 : part === 5 ? sixths + 1 : sixths)
}
