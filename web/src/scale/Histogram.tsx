import { memo } from 'react'
import { useTheme } from 'styled-components'
import { type Scale } from './geometry'
import { TONE, TONES_FROM, type Tones } from '../picture/planes'

/** How wide the histogram is where it is widest, in the drawing's units. */
const HISTOGRAM = 40

/** How much of the picture is at each level, lying along the right edge on the same axis; roots, so that little is seen too. */
export const Histogram = memo(function Histogram({ tones, scale }: { tones: Tones; scale: Scale }) {
  const theme = useTheme()
  const most = Math.max(...tones, 1e-6)
  const edge = scale.width - scale.right
  const points = tones.flatMap((share, index) => {
    const level = TONES_FROM + (index + 0.5) * TONE
    if (level < scale.low || level > scale.high) return []
    return [`${(edge - Math.sqrt(share / most) * HISTOGRAM).toFixed(1)} ${scale.y(level).toFixed(1)}`]
  })
  const ends = [scale.low, scale.high].map((level) => `${edge} ${scale.y(level).toFixed(1)}`)
  return (
    <path
      data-histogram
      d={`M${[ends[0], ...points, ends[1]].join('L')}Z`}
      fill={theme.engraved}
      opacity={0.45}
    />
  )
})
