import { useEffect, useRef } from 'react'
import type { LightColour } from '../api/types'
import { Grip, useGrip } from '../drawing/grip'
import { figure } from '../words/figure'
import { type Rule, y } from './rule'

type Props = { rule: Rule; light: LightColour; ratio: () => number; onPut: (kelvin: number) => void }

/** The main ambient light, taken hold of on the rule: where it is put it counts as measured. */
export function SourceGrip({ rule, light, ratio, onPut }: Props) {
  const kelvin = Math.round(light.kelvin / 50) * 50
  const from = useRef(kelvin)
  const at = useRef(kelvin)
  useEffect(() => {
    at.current = kelvin
  }, [kelvin])
  const put = (to: number) => {
    if (to === at.current) return
    at.current = to
    onPut(to)
  }
  const step = (by: number) => put(Math.max(1500, Math.min(20000, at.current + by)))
  const { gripProps, isFocusVisible } = useGrip({
    onTake: () => (from.current = at.current),
    onHand: ([way]) => put(rule.moved(from.current, way * ratio())),
    onArrow: (right, down, far) => step((down - right) * (far ? 500 : 50)),
    onLeap: (by) => Number.isFinite(by) && step(by * 1000),
  })
  const [place, high] = [rule.x(light.worn), y(light.worn_duv)]
  return (
    <Grip
      {...gripProps}
      role="slider"
      tabIndex={0}
      aria-label={`${light.name} on the rule`}
      aria-valuemin={1500}
      aria-valuemax={20000}
      aria-valuenow={kelvin}
      aria-valuetext={`${figure(kelvin)} K`}
      data-source
      data-focused={isFocusVisible || undefined}
      style={{ touchAction: 'none', cursor: 'ew-resize' }}
    >
      <circle cx={place} cy={high} r={16} fill="transparent" />
      <circle className="ring" cx={place} cy={high} r={13} />
    </Grip>
  )
}
