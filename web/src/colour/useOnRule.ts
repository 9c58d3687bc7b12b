import { useEffect, useRef } from 'react'
import { useGrip } from '../drawing/grip'
import { nearest, type Range, type Rule } from './rule'

type Ways = {
  rule: Rule
  kelvin: number
  range: Range
  /** Units of the drawing in a pixel of the screen. */
  ratio: () => number
  onPut: (kelvin: number) => void
}

type Stops = {
  rule: Rule
  /** The places there are, in mired, from the coolest to the warmest. */
  stops: number[]
  /** Where it stands. */
  mired: number
  ratio: () => number
  onPut: (stop: number) => void
}

/** What is taken hold of on the rule and can stand only in some places: it goes to the nearest, and with a key to the next. */
export function useStopsOnRule({ rule, stops, mired, ratio, onPut }: Stops) {
  const from = useRef(mired)
  const at = useRef(nearest(stops, mired))
  useEffect(() => {
    at.current = nearest(stops, mired)
  }, [stops, mired])
  const put = (to: number) => {
    const inside = Math.max(0, Math.min(stops.length - 1, to))
    if (inside === at.current) return
    at.current = inside
    onPut(inside)
  }
  return useGrip({
    onTake: () => (from.current = stops[at.current] ?? mired),
    onHand: ([way]) => put(nearest(stops, rule.miredAt(rule.x(from.current) + way * ratio()))),
    onArrow: (right, down, far) => put(at.current + (right - down) * (far ? 3 : 1)),
    onLeap: (by) => put(Number.isFinite(by) ? at.current + by * 3 : by < 0 ? 0 : stops.length - 1),
  })
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
