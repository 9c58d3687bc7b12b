import { polygonHull } from 'd3-polygon'
import type { Extent, Vec } from '../../api/types'
import type { Dot } from '../../drawing/path'

/** From above, or from the camera's right. In both the camera's usual line of sight runs to the right. */
export type Side = 'plan' | 'elevation'

/** How the set is put on a flat sheet: metres to pixels and back. */
export type Projection = {
  side: Side
  /** Pixels a metre. */
  scale: number
  width: number
  height: number
  /** Where a point stands, in pixels from the upper left. */
  at: (point: Vec) => Dot
  /** Where a direction points, in pixels a metre. */
  along: (way: Vec) => Dot
  /** The way in metres that a way in pixels stands for. */
  metres: (dx: number, dy: number) => { x: number; y: number; z: number }
}

export function projection(side: Side, extent: Extent, scale: number): Projection {
  const [left, right] = extent.y as [number, number]
  const [first, last] = (side === 'plan' ? extent.x : extent.z) as [number, number]
  // From above, the camera's right is down the page, so that both drawings share the line of sight.
  const along = ([x = 0, y = 0, z = 0]: Vec): Dot => [y * scale, (side === 'plan' ? x : -z) * scale]
  const [zeroX, zeroY] = [-left * scale, (side === 'plan' ? -first : last) * scale]
  return {
    side,
    scale,
    width: (right - left) * scale,
    height: (last - first) * scale,
    along,
    at: (point) => {
      const [x, y] = along(point)
      return [zeroX + x, zeroY + y]
    },
    metres: (dx, dy) =>
      side === 'plan' ? { x: dy / scale, y: dx / scale, z: 0 } : { x: 0, y: dx / scale, z: -dy / scale },
  }
}

/** The corners round what is seen of some points: a line where they are seen edge-on. */
export function hull(dots: Dot[]): Dot[] {
  return polygonHull(dots) ?? ends(dots)
}

/** Of points in a line, the two furthest apart along it. */
function ends(dots: Dot[]): Dot[] {
  const sorted = [...dots].sort((a, b) => a[0] - b[0] || a[1] - b[1])
  return sorted.length === 0 ? [] : [sorted[0]!, sorted[sorted.length - 1]!]
}

/** A way of this length along a projected direction; along `otherwise` where it is seen end-on. */
export function ahead([x, y]: Dot, length: number, otherwise: Dot = [1, 0]): Dot {
  const size = Math.hypot(x, y)
  const [ux, uy] = size < 1e-6 ? otherwise : [x / size, y / size]
  return [ux * length, uy * length]
}
