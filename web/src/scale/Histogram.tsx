import { memo } from 'react'
import { useTheme } from 'styled-components'
import { type Scale } from './geometry'
import { TONE, TONES_FROM, type Tones } from '../picture/planes'

/** How wide the histogram is where it is widest, in the drawing's units. */
const HISTOGRAM = 40

/** Colours of the channels, told apart by their dashes as well: none clips by itself unseen. */
const CHANNELS = [
  { of: 'red', stroke: '#b3261e', dashes: undefined },
  { of: 'green', stroke: '#2e7d32', dashes: '4 2' },
  { of: 'blue', stroke: '#2a5bd7', dashes: '1.5 2' },
] as const

/**
 * How much of the picture is at each level, lying along the right edge on the same axis, in all and by channel; roots, so that little
 * is seen too.
 */
export const Histogram = memo(function Histogram({ tones, scale }: { tones: Tones; scale: Scale }) {
  const theme = useTheme()
  const most = Math.max(...tones.all, ...tones.red, ...tones.green, ...tones.blue, 1)
  const edge = scale.width - scale.right
  const place = (count: number, index: number) => {
    const level = TONES_FROM + (index + 0.5) * TONE
    if (level < scale.low || level > scale.high) return []
    return [`${(edge - Math.sqrt(count / most) * HISTOGRAM).toFixed(1)} ${scale.y(level).toFixed(1)}`]
  }
  const some = (count: number | undefined) => (count ?? 0) > 0
  /** A channel's line, where there is something of it and a step beyond. */
  const line = (counts: readonly number[]) => {
    const points = counts.flatMap((count, index) =>
      some(count) || some(counts[index - 1]) || some(counts[index + 1]) ? place(count, index) : [],
    )
    return points.length > 0 ? `M${points.join('L')}` : undefined
  }
  const ends = [scale.low, scale.high].map((level) => `${edge} ${scale.y(level).toFixed(1)}`)
  return (
    <g data-histogram>
      <path
        d={`M${[ends[0], ...tones.all.flatMap(place), ends[1]].join('L')}Z`}
        fill={theme.engraved}
        opacity={0.45}
      />
      {CHANNELS.map(({ of, stroke, dashes }) => (
        <path
          key={of}
          data-channel={of}
          d={line(tones[of])}
          fill="none"
          stroke={stroke}
          strokeDasharray={dashes}
          style={{ forcedColorAdjust: 'none' }}
        />
      ))}
    </g>
  )
})
