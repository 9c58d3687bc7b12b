import { range } from 'd3-array'
import { type Tick, Ticks } from '../../drawing/Ticks'
import type { Inks } from './inks'
import type { Projection } from './projection'

const FOOT = 0.3048

/** The ruler both drawings share: along the line of sight, 0 where the subject stands. */
export function Ruler({ p, inks, feet, y }: { p: Projection; inks: Inks; feet: boolean; y: number }) {
  const unit = feet ? FOOT : 1
  const parts = feet ? 2 : 10
  const [zero] = p.at([0, 0, 0])
  const first = Math.ceil((-zero / p.scale / unit) * parts)
  const last = Math.floor(((p.width - zero) / p.scale / unit) * parts)
  const fine = (p.scale * unit) / parts >= 3.5
  const numbered = p.scale * unit >= 26 ? 1 : 5
  const marks = range(first, last + 1)
    .filter((mark) => fine || mark % parts === 0)
    .map((mark): Tick => {
      const whole = mark % parts === 0
      const named = whole && (mark / parts) % numbered === 0
      return {
        key: mark,
        at: zero + (mark / parts) * unit * p.scale,
        size: whole ? 'whole' : !feet && mark % 5 === 0 ? 'half' : 'part',
        label: named ? `${Math.abs(mark / parts)}${mark === 0 ? (feet ? ' ft' : ' m') : ''}` : undefined,
        zero: mark === 0,
      }
    })
  return (
    <g aria-hidden transform={`translate(0 ${y})`}>
      <path d={`M0 0H${p.width}`} stroke={inks.ink} strokeWidth={1} />
      <Ticks
        ticks={marks}
        along="across"
        lengths={{ whole: 9, half: 6, part: 3.5 }}
        ink={inks.ink}
        quiet={inks.quiet}
        fontSize={11.5}
      />
    </g>
  )
}
