import { pathRound } from 'd3-path'

/** A point of a drawing, from the upper left. */
export type Dot = [number, number]

/** A path through dots, broken where one is missing; closed where it goes round. */
export function through(dots: (Dot | null)[], closed = false): string {
  const drawn = pathRound(2)
  let pen = false
  for (const dot of dots) {
    if (!dot) pen = false
    else {
      if (pen) drawn.lineTo(...dot)
      else drawn.moveTo(...dot)
      pen = true
    }
  }
  if (closed && dots.length > 0) drawn.closePath()
  return drawn.toString()
}

/** Where a way of this length along a bearing ends, north up. */
export function towards(bearing: number, length: number): Dot {
  const angle = (bearing * Math.PI) / 180
  return [Math.sin(angle) * length, -Math.cos(angle) * length]
}
