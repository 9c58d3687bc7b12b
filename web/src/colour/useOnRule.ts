import { useEffect, useRef } from 'react'
import { useGrip } from '../drawing/grip'
import type { Range, Rule } from './rule'

type Ways = {
  rule: Rule
  kelvin: number
  range: Range
  /** Units of the drawing in a pixel of the screen. */
  ratio: () => number
  onPut: (kelvin: number) => void
}

/** What is taken hold of on the rule and moved along it: by mouse, by touch and by keys; right is warmer, so lower in kelvin. */
export function useOnRule({ rule, kelvin, range, ratio, onPut }: Ways) {
  const from = useRef(kelvin)
  // Quick presses add up even before the first is drawn again.
  const at = useRef(kelvin)
  useEffect(() => {
    at.current = kelvin
  }, [kelvin])
  const put = (to: number) => {
    const inside = Math.max(range.low, Math.min(range.high, to))
    if (inside === at.current) return
    at.current = inside
    onPut(inside)
  }
  return useGrip({
    onTake: () => (from.current = at.current),
    onHand: ([way]) => put(rule.moved(from.current, way * ratio(), range)),
    onArrow: (right, down, far) => put(at.current + (down - right) * (far ? 500 : range.step)),
    onLeap: (by) => Number.isFinite(by) && put(at.current + by * 1000),
  })
}
