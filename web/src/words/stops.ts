/** What is lost, in stops: −⅔, −1, or nothing. */
export const lossLabel = (stops: number) => {
  const label = stopsLabel(-Math.abs(stops))
  return label === '0' ? 'no loss' : label
}

/** A level in stops as the trade writes it: +⅓, −1⅔, 0. */
export function stopsLabel(stops: number): string {
  let sixths = Math.round(stops * 6)
  const part = ((sixths % 6) + 6) % 6
  if (part === 1) sixths -= 1
  if (part === 5) sixths += 1
  const sign = sixths > 0 ? '+' : sixths < 0 ? '−' : ''
  const whole = Math.floor(Math.abs(sixths) / 6)
  const fraction = ['', '', '⅓', '½', '⅔'][Math.abs(sixths) % 6] ?? ''
  return whole === 0 && fraction ? `${sign}${fraction}` : `${sign}${whole}${fraction}`
}
