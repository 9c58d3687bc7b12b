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
  const marks: number[] = []
  for (let mark = first; mark <= last; mark++) if (fine || mark % parts === 0) marks.push(mark)
  const numbered = p.scale * unit >= 26 ? 1 : 5
  return (
    <g aria-hidden transform={`translate(0 ${y})`}>
      <path d={`M0 0H${p.width}`} stroke={inks.ink} strokeWidth={1} />
      {marks.map((mark) => {
        const x = zero + (mark / parts) * unit * p.scale
        const whole = mark % parts === 0
        const half = !feet && mark % 5 === 0
        return (
          <g key={mark}>
            <path
              d={`M${x} 0v${whole ? 9 : half ? 6 : 3.5}`}
              stroke={whole ? inks.ink : inks.quiet}
              strokeWidth={whole ? 1.4 : 0.8}
            />
            {whole && (mark / parts) % numbered === 0 && (
              <text
                x={x}
                y={20}
                textAnchor="middle"
                fontSize={11.5}
                fontWeight={mark === 0 ? 800 : 520}
                style={{ fill: inks.ink }}
                fill={inks.ink}
              >
                {Math.abs(mark / parts)}
                {mark === 0 ? (feet ? ' ft' : ' m') : ''}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}
