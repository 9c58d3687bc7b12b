import type { Colours, LightColour } from '../api/types'
import { SliderGrip } from '../drawing/SliderGrip'
import { figure } from '../words/figure'
import { lossLabel } from '../words/stops'
import { type Rule, y } from './rule'
import { useStopsOnRule } from './useOnRule'

type Reach = Colours['reach'][number]
type Props = {
  rule: Rule
  light: LightColour
  reach: Reach
  ratio: () => number
  onWear: (light: string, gels: string[]) => void
}

/** A flash, taken hold of on the rule: it goes where the kit's films can take it, and wears what it takes. */
export function FlashGrip({ rule, light, reach, ratio, onWear }: Props) {
  const stops = reach.stops.map((stop) => stop.mired)
  const put = (index: number) => {
    const stop = reach.stops[index]
    if (stop) onWear(reach.light, stop.gels)
  }
  const grip = useStopsOnRule({ rule, stops, mired: light.worn, ratio, onPut: put })
  const worn = light.films.map((film) => film.name).join(' and ')
  const loss = light.films.reduce((sum, film) => sum + film.loss, 0)
  const [place, high] = [rule.x(light.worn), y(light.worn_duv)]
  return (
    <SliderGrip
      {...grip}
      label={`${light.name} on the rule, by its films`}
      low={Math.round(stops[0] ?? light.worn)}
      high={Math.round(stops.at(-1) ?? light.worn)}
      now={Math.round(light.worn)}
      said={`${figure(Math.round(1e6 / light.worn / 50) * 50)} K, ${worn ? `${worn}, takes ${lossLabel(loss)}` : 'no film'}`}
      mark="data-flash"
      of={reach.light}
      along
    >
      <rect x={place - 16} y={high - 16} width={32} height={32} fill="transparent" />
      <rect className="ring" x={place - 12} y={high - 12} width={24} height={24} />
    </SliderGrip>
  )
}
