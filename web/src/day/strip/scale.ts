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
  let drawn = ''
  let pen = false
  for (const point of points) {
    const at = y(point)
    if (at === null || at === undefined || point.minute < scale.from - 6 || point.minute > scale.until + 6) {
      pen = false
      continue
    }
    drawn += `${pen ? 'L' : 'M'}${scale.x(point.minute).toFixed(1)} ${at.toFixed(1)}`
    pen = true
  }
  return drawn
}
