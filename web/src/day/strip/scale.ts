import { through } from '../../drawing/path'

/** The strip's room: minutes across, and what stands one over the other. */
export type StripScale = {
  width: number
  from: number
  until: number
  x: (minute: number) => number
  minute: (x: number) => number
}

/** Room left of the lanes for the numbers of their scales, and right of them. */
export const LEFT = 40
export const RIGHT = 14

export function stripScale(width: number, from: number, until: number): StripScale {
  const room = Math.max(60, width - LEFT - RIGHT)
  const each = room / Math.max(1, until - from)
  return {
    width,
    from,
    until,
    x: (minute) => LEFT + (minute - from) * each,
    minute: (x) => from + (x - LEFT) / each,
  }
}

/** A line through points that lie on the strip, broken where a value is missing. */
export function line<P extends { minute: number }>(
  scale: StripScale,
  points: P[],
  y: (point: P) => number | null | undefined,
): string {
  const seen = (minute: number) => minute >= scale.from - 6 && minute <= scale.until + 6
  return through(
    points.map((point) => {
      const at = y(point)
      return at == null || !seen(point.minute) ? null : [scale.x(point.minute), at]
    }),
  )
}
