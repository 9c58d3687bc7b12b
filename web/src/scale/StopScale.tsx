import { range } from 'd3-array'
import { memo, useCallback, useMemo, useRef } from 'react'
import styled, { useTheme } from 'styled-components'
import type { Assessment, Level, Part as PartOf, Patch } from '../api/types'
import { Hatch } from '../drawing/patterns'
import { type Tick, Ticks } from '../drawing/Ticks'
import { stopsLabel } from '../words/stops'
import { type Frame, highest, type Scale, scaleTo, wide } from './geometry'
import { TONE, TONES_FROM, type Tones } from '../picture/planes'
import { Part } from './Part'
import { ToldInDrawing } from '../ui/Told'
import { unseen } from '../ui/unseen'

const Figure = styled.figure`
  svg {
    display: block;
    width: 100%;
    height: auto;
    max-height: 56vh;
    font-stretch: 88%;
    user-select: none;
  }
  text {
    fill: ${({ theme }) => theme.ink};
  }
`
const Unseen = styled.ul`
  ${unseen}
`

type Props = {
  assessment: Assessment
  onDrag: (patch: Patch, part: PartOf, to: number) => void
  frame?: Frame
  /** How much of the picture is at each level, where there is one. */
  tones?: Tones | null
}

/** The stop scale: each patch as a bar of ambient and a bar of flash, with what they make together and what is wanted. */
export const StopScale = memo(function StopScale({ assessment, onDrag, frame = wide, tones }: Props) {
  const theme = useTheme()
  const svg = useRef<SVGSVGElement>(null)
  const high = highest(assessment)
  const scale = useMemo(() => scaleTo(high, frame), [high, frame])
  const levels = assessment.levels
  const last = levels.at(-1)
  const slot = (frame.width - frame.left - frame.right) / Math.max(levels.length, 1)
  const pixelRatio = useCallback(
    () => frame.width / (svg.current?.getBoundingClientRect().width || frame.width),
    [frame],
  )
  return (
    <Figure aria-label="Stop scale">
      <svg
        ref={svg}
        viewBox={`0 0 ${frame.width} ${frame.height}`}
        role="group"
        aria-label="Levels in stops; 0 is where the tone should be"
      >
        <defs>
          <Hatch
            id="ambient-hatch"
            gap={7}
            angle={45}
            stroke={theme.ambient}
            width={3.2}
            fill={theme.ambientWash}
          />
          <Hatch id="clip-hatch" gap={6} angle={-45} stroke={theme.warn} width={1} />
        </defs>
        {tones && <Histogram tones={tones} scale={scale} />}
        <Ruling scale={scale} levels={levels} slot={slot} />
        {levels.map((level, index) => (
          <LevelBars
            key={level.patch}
            level={level}
            scale={scale}
            x={frame.left + slot * index}
            slot={slot}
            lower={frame.staggered && index % 2 === 1}
            onDrag={onDrag}
            pixelRatio={pixelRatio}
          />
        ))}
        {last && <MarkNames level={last} scale={scale} edge={frame.width - frame.right} />}
      </svg>
      <Unseen aria-label="Levels in words">
        {levels.map((level) => (
          <li key={level.patch}>{level.sentence}</li>
        ))}
      </Unseen>
    </Figure>
  )
})

/** How wide the histogram is where it is widest, in the drawing's units. */
const HISTOGRAM = 40

/** How much of the picture is at each level, lying along the right edge on the same axis; roots, so that little is seen too. */
const Histogram = memo(function Histogram({ tones, scale }: { tones: Tones; scale: Scale }) {
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

/**
 * The engraving: stops and thirds, zero, and over each patch where it clips and where it sinks into noise: a patch judged
 * by the light that falls on it does so the sooner, the lighter its own tone is.
 */
const Ruling = memo(function Ruling({
  scale,
  levels,
  slot,
}: {
  scale: Scale
  levels: Level[]
  slot: number
}) {
  const theme = useTheme()
  const thirds = range(scale.low * 3, scale.high * 3 + 1).map((third): Tick => {
    const full = third % 3 === 0
    return {
      key: third,
      at: scale.y(third / 3),
      size: full ? 'whole' : 'part',
      label: full ? stopsLabel(third / 3) : undefined,
      zero: third === 0,
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
          ticks={thirds}
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
function MarkNames({ level, scale, edge }: { level: Level; scale: Scale; edge: number }) {
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

/** How far a part is likely to be off, to either side; nothing where that is too little to be drawn. */
function Whisker({ scale, x, at, by }: { scale: Scale; x: number; at: number; by: number }) {
  const theme = useTheme()
  if (by < 0.15) return null
  const path = `M${x - 3} ${scale.y(at + by)}h6m-3 0V${scale.y(at - by)}m-3 0h6`
  return (
    <>
      <path d={path} fill="none" stroke={theme.ground} strokeWidth={4} />
      <path d={path} fill="none" stroke={theme.ink} strokeWidth={1.5} data-whisker />
    </>
  )
}

type BarsProps = {
  level: Level
  scale: Scale
  x: number
  slot: number
  lower: boolean
  onDrag: Props['onDrag']
  pixelRatio: () => number
}

const LevelBars = memo(function LevelBars({ level, scale, x, slot, lower, onDrag, pixelRatio }: BarsProps) {
  const theme = useTheme()
  const width = Math.min(30, slot / 3.6)
  const middle = x + slot / 2
  const total = scale.y(level.total)
  const off = Math.abs(level.off) > 0.2
  const strong = level.clips || off ? theme.warn : theme.ink
  const { target } = level
  const common = { level, scale, width, pixelRatio }
  return (
    <g>
      <Part
        {...common}
        part={{ of: 'ambient' }}
        name="ambient"
        at={level.ambient}
        x={middle - width - 2}
        fill="url(#ambient-hatch)"
        edge={theme.ambient}
        onDrag={(to) => onDrag(level.patch, { of: 'ambient' }, to)}
      />
      {level.flash != null && level.flash > scale.low && (
        <Part
          {...common}
          part={{ of: 'flash' }}
          name="flash"
          at={level.flash}
          x={middle + 2}
          fill={theme.flash}
          edge={theme.flashEdge}
          onDrag={(to) => onDrag(level.patch, { of: 'flash' }, to)}
        />
      )}
      <g aria-hidden pointerEvents="none">
        <Whisker scale={scale} x={middle - width + 3} at={level.ambient} by={level.error} />
        {level.flash != null && level.flash_error != null && level.flash > scale.low && (
          <Whisker scale={scale} x={middle + width - 3} at={level.flash} by={level.flash_error} />
        )}
        <path d={`M${middle - width - 9} ${total}h${2 * width + 18}`} stroke={strong} strokeWidth={4.5} />
        {level.spread && (
          <path
            d={`M${middle + width + 9} ${scale.y(level.spread.high)}h8m-4 0V${scale.y(level.spread.low)}m-4 0h8`}
            fill="none"
            stroke={strong}
            strokeWidth={2}
            data-spread={level.patch}
          />
        )}
        {target && target.low > -15 && (
          <path
            d={`M${middle - width - 19} ${scale.y(target.high) - (target.high === target.low ? 7 : 0)}h-6V${scale.y(target.low) + (target.high === target.low ? 7 : 0)}h6`}
            fill="none"
            stroke={theme.ink}
            strokeWidth={2}
          />
        )}
        <text
          x={middle}
          y={scale.height - scale.bottom + (lower ? 38 : 21)}
          textAnchor="middle"
          fontSize={14.5}
          fontWeight={560}
        >
          {level.name}
        </text>
        <rect
          x={middle - width - 2}
          y={scale.height - scale.bottom + 2}
          width={2 * width + 4}
          height={6}
          style={{ fill: level.colour, forcedColorAdjust: 'none' }}
          data-colour={level.patch}
        />
      </g>
      <ToldInDrawing of={`the ${level.name}’s level`} account={level.account}>
        <rect className="ring" x={middle - 24} y={total - 29} width={48} height={28} fill="transparent" />
        <text
          x={middle}
          y={total - 8}
          textAnchor="middle"
          fontSize={21}
          fontWeight={720}
          style={{ fill: strong }}
          data-total={level.patch}
          stroke={theme.ground}
          strokeWidth={4}
          paintOrder="stroke"
        >
          {level.account.number}
        </text>
        <path
          d={`M${middle - 10} ${total - 4.5}h20`}
          stroke={theme.engraved}
          strokeWidth={1.5}
          strokeDasharray="1.5 2.5"
        />
      </ToldInDrawing>
    </g>
  )
})
