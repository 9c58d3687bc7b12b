import type { DayAnswer } from '../api/types'

/** What the clocks show at a minute of the strip: the answer tells each quarter of an hour, between them they run on. */
export function clockAt(answer: Pick<DayAnswer, 'clocks' | 'minutes'>, minute: number): string {
  const within = Math.max(0, Math.min(answer.minutes, Math.round(minute)))
  const quarter = Math.min(Math.floor(within / 15), answer.clocks.length - 1)
  const [hours = 0, minutes = 0] = (answer.clocks[quarter] ?? '00:00').split(':').map(Number)
  const all = hours * 60 + minutes + (within - quarter * 15)
  const two = (value: number) => String(value).padStart(2, '0')
  return `${two(Math.floor(all / 60) % 24)}:${two(all % 60)}`
}

/** Minutes in words: 7 min, 1 h 20. */
export function span(minutes: number): string {
  const whole = Math.round(minutes)
  if (whole < 60) return `${whole} min`
  const rest = whole % 60
  return rest === 0 ? `${Math.floor(whole / 60)} h` : `${Math.floor(whole / 60)} h ${rest}`
}
