import { range } from 'd3-array'
import { memo } from 'react'
import { useTheme } from 'styled-components'
import type { Level } from '../api/types'
import { type Tick, Ticks } from '../drawing/Ticks'
import { inHalves } from '../words/clicks'
import { stopsLabel } from '../words/stops'
import { type Scale } from './geometry'

/**
 * The engraving: stops and their thirds, or halves where dials click so, zero, and over each patch where it clips and where it sinks into noise: a patch judged
 * by the light that falls on it does so the sooner, the lighter its own tone is.
 */
export const Ruling = memo(function Ruling({
  scale,
  levels,
  slot,
}: {
  scale: Scale
  levels: Level[]
  slot: number
}) {
  const theme = useTheme()
  const parts = inHalves() ? 2 : 3
  const ticks = range(scale.low * parts, scale.high * parts + 1).map((part): Tick => {
    const full = part % parts === 0
    return {
      key: part,
      at: scale.y(part / parts),
      size: full ? 'whole' : 'part',
      label: full ? stopsLabel(part / parts) : undefined,
      zero: part === 0,
    }
  })
  const { left, right, top, height, bottom: under, width } = scale
  const bottom = height - under
  const edge = width - right
  const steps = (at: (level: Level) => number) =>
    levels.map((level, index) => ({
      key: level.patch,
      x: left + slot * index,
      to: index === levels.length - 1 ? edge : left + slot * (index + 1),
      y: scale.y(at(level)),
    }))
  const clip = steps((level) => level.clips_at)
  const floor = steps((level) => level.sinks_at)
  return (
    <g aria-hidden>
      {clip.map((step) => (
        <rect
          key={step.key}
          x={step.x}
          y={top}
          width={step.to - step.x}
          height={Math.max(0, step.y - top)}
          fill="url(#clip-hatch)"
          opacity={0.3}
          data-clips={step.key}
        />
      ))}
      <path
        d={clip.map(({ x, to, y }, index) => `${index === 0 ? 'M' : 'L'}${x} ${y}H${to}`).join('')}
        fill="none"
        stroke={theme.warn}
        strokeWidth={2}
      />
      {floor
        .filter((step) => step.y < bottom - 1)
        .map((step) => (
          <path
            key={step.key}
            d={`M${step.x} ${step.y}H${step.to}`}
            stroke={theme.engraved}
            strokeDasharray="8 4"
          />
        ))}
      <path d={`M${left} ${scale.y(0)}H${edge}`} stroke={theme.ink} strokeWidth={1} strokeDasharray="1 4" />
      <path d={`M${left} ${top}V${bottom}`} stroke={theme.ink} strokeWidth={1.5} />
      <g transform={`translate(${left} 0)`}>
        <Ticks
          ticks={ticks}
          along="down"
          lengths={{ whole: 14, half: 14, part: 7 }}
          ink={theme.ink}
          quiet={theme.engraved}
          fontSize={15}
        />
      </g>
    </g>
  )
})

/** What the marks at the right edge are called, over the bars, so that none hides them. */
export function MarkNames({ level, scale, edge }: { level: Level; scale: Scale; edge: number }) {
  const theme = useTheme()
  const bottom = scale.height - scale.bottom
  const common = {
    x: edge - 3,
    textAnchor: 'end',
    fontSize: 12,
    strokeWidth: 4,
    paintOrder: 'stroke',
  } as const
  return (
    <g aria-hidden pointerEvents="none" stroke={theme.ground}>
      <text {...common} y={scale.y(level.clips_at) - 5} style={{ fill: theme.warn }}>
        clips
      </text>
      {scale.y(level.sinks_at) < bottom - 1 && (
        <text {...common} y={scale.y(level.sinks_at) + 13} style={{ fill: theme.quiet }}>
          noise
        </text>
      )}
    </g>
  )
}
