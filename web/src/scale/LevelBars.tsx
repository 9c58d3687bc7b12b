import { memo } from 'react'
import { useTheme } from 'styled-components'
import type { Level } from '../api/types'
import { type Scale } from './geometry'
import { Part } from './Part'
import { ToldInDrawing } from '../ui/Told'
import { type Props } from './StopScale'

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

export const LevelBars = memo(function LevelBars({
  level,
  scale,
  x,
  slot,
  lower,
  onDrag,
  pixelRatio,
}: BarsProps) {
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
