/** A mark of an engraved scale: whole ones are long and bold, halves between, parts short. */
export type Tick = {
  key: React.Key
  /** Where it stands along the scale, in the drawing's units. */
  at: number
  size: 'whole' | 'half' | 'part'
  label?: string
  /** The one everything is counted from. */
  zero?: boolean
}

type Props = {
  ticks: Tick[]
  /** Across, with the marks downwards; or down, with the marks to the left. */
  along: 'across' | 'down'
  /** The length of each size of mark. */
  lengths: Record<Tick['size'], number>
  ink: string
  quiet: string
  fontSize: number
}

/** The marks and numbers of a scale, wherever one is drawn: stops, metres, hours. */
export function Ticks({ ticks, along, lengths, ink, quiet, fontSize }: Props) {
  const across = along === 'across'
  return ticks.map(({ key, at, size, label, zero }) => (
    <g key={key} transform={across ? `translate(${at} 0)` : `translate(0 ${at})`}>
      <path
        d={across ? `M0 0v${lengths[size]}` : `M0 0h${-lengths[size]}`}
        stroke={size === 'whole' ? ink : quiet}
        strokeWidth={size === 'whole' ? 1.5 : 0.9}
      />
      {label !== undefined && (
        <text
          x={across ? 0 : -lengths.whole - 5}
          y={across ? lengths.whole + fontSize : fontSize / 3}
          textAnchor={across ? 'middle' : 'end'}
          fontSize={fontSize}
          fontWeight={zero ? 800 : 520}
          fill={ink}
          style={{ fill: ink }}
        >
          {label}
        </text>
      )}
    </g>
  ))
}
