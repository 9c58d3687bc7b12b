import type { LightColour } from '../api/types'
import { Grip } from '../drawing/grip'
import { figure } from '../words/figure'
import { type Rule, y } from './rule'
import { useOnRule } from './useOnRule'

/** What light is measured as, in kelvin. */
const RANGE = { low: 1500, high: 20000, step: 50 }

type Props = { rule: Rule; light: LightColour; ratio: () => number; onPut: (kelvin: number) => void }

/** The main ambient light, taken hold of on the rule: where it is put it counts as measured. */
export function SourceGrip({ rule, light, ratio, onPut }: Props) {
  const kelvin = Math.round(light.kelvin / 50) * 50
  const { gripProps, isFocusVisible } = useOnRule({ rule, kelvin, range: RANGE, ratio, onPut })
  const [place, high] = [rule.x(light.worn), y(light.worn_duv)]
  return (
    <Grip
      {...gripProps}
      role="slider"
      tabIndex={0}
      aria-label={`${light.name} on the rule`}
      aria-valuemin={RANGE.low}
      aria-valuemax={RANGE.high}
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
