import type { LightColour } from '../api/types'
import { SliderGrip } from '../drawing/SliderGrip'
import { figure } from '../words/figure'
import { type Rule, y } from './rule'
import { useOnRule } from './useOnRule'

/** What light is measured as, in kelvin. */
const RANGE = { low: 1500, high: 20000, step: 50 }

type Props = { rule: Rule; light: LightColour; ratio: () => number; onPut: (kelvin: number) => void }

/** The main ambient light, taken hold of on the rule: where it is put it counts as measured. */
export function SourceGrip({ rule, light, ratio, onPut }: Props) {
  const kelvin = Math.round(light.kelvin / 50) * 50
  const grip = useOnRule({ rule, kelvin, range: RANGE, ratio, onPut })
  const [place, high] = [rule.x(light.worn), y(light.worn_duv)]
  return (
    <SliderGrip
      {...grip}
      label={`${light.name} on the rule`}
      low={RANGE.low}
      high={RANGE.high}
      now={kelvin}
      said={`${figure(kelvin)} K`}
      mark="data-source"
      along
    >
      <circle cx={place} cy={high} r={16} fill="transparent" />
      <circle className="ring" cx={place} cy={high} r={13} />
    </SliderGrip>
  )
}
