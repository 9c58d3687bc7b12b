import { Fragment, memo, useCallback, useMemo, useRef } from 'react'
import styled, { useTheme } from 'styled-components'
import type { Assessment, Level, Part as PartOf, Patch } from '../api/types'
import { stopsLabel } from '../format/stops'
import { type Frame, highest, type Scale, scaleTo, wide } from './geometry'
import { Part } from './Part'
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
}

/** The stop scale: each patch as a bar of ambient and a bar of flash, with what they make together and what is wanted. */
export const StopScale = memo(function StopScale({ assessment, onDrag, frame = wide }: Props) {
  const theme = useTheme()
  const svg = useRef<SVGSVGElement>(null)
  const high = highest(assessment)
  const scale = useMemo(() => scaleTo(high, frame), [high, frame])
  const levels = assessment.levels
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
          <pattern
            id="ambient-hatch"
            width="7"
            height="7"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="7" height="7" fill={theme.ambientWash} />
            <path d="M0 0v7" stroke={theme.ambient} strokeWidth="3.2" />
          </pattern>
          <pattern
            id="clip-hatch"
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(-45)"
          >
            <path d="M0 0v6" stroke={theme.warn} strokeWidth="1" />
          </pattern>
        </defs>
        <Ruling scale={scale} clipping={assessment.clipping} floor={assessment.floor} />
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
      </svg>
      <Unseen aria-label="Levels in words">
        {levels.map((level) => (
          <li key={level.patch}>{level.sentence}</li>
        ))}
      </Unseen>
    </Figure>
  )
})

/** The engraving: stops and thirds, zero, clipping and floor. */
const Ruling = memo(function Ruling({
  scale,
  clipping,
  floor: least,
}: { scale: Scale } & Record<'clipping' | 'floor', number>) {
  const theme = useTheme()
  const thirds: number[] = []
  for (let third = scale.low * 3; third <= scale.high * 3; third++) thirds.push(third)
  const clip = scale.y(clipping)
  const floor = scale.y(least)
  const { left, right, top, height, bottom: under, width } = scale
  const bottom = height - under
  const edge = width - right
  return (
    <g aria-hidden>
      <rect
        x={left}
        y={top}
        width={edge - left}
        height={Math.max(0, clip - top)}
        fill="url(#clip-hatch)"
        opacity={0.3}
      />
      <path d={`M${left} ${clip}H${edge}`} stroke={theme.warn} strokeWidth={2} />
      <text
        x={edge - 3}
        y={clip - 5}
        textAnchor="end"
        fontSize={12}
        fill={theme.warn}
        style={{ fill: theme.warn }}
      >
        clips
      </text>
      {floor < bottom && (
        <>
          <path d={`M${left} ${floor}H${edge}`} stroke={theme.engraved} strokeDasharray="8 4" />
          <text x={edge - 3} y={floor + 13} textAnchor="end" fontSize={12} style={{ fill: theme.quiet }}>
            noise
          </text>
        </>
      )}
      <path d={`M${left} ${scale.y(0)}H${edge}`} stroke={theme.ink} strokeWidth={1} strokeDasharray="1 4" />
      <path d={`M${left} ${top}V${bottom}`} stroke={theme.ink} strokeWidth={1.5} />
      {thirds.map((third) => {
        const full = third % 3 === 0
        const y = scale.y(third / 3)
        return (
          <Fragment key={third}>
            <path
              d={`M${left} ${y}h${full ? -14 : -7}`}
              stroke={full ? theme.ink : theme.engraved}
              strokeWidth={full ? 1.6 : 1}
            />
            {full && (
              <text
                x={left - 19}
                y={y + 5}
                textAnchor="end"
                fontSize={15}
                fontWeight={third === 0 ? 800 : 520}
              >
                {stopsLabel(third / 3)}
              </text>
            )}
          </Fragment>
        )
      })}
    </g>
  )
})

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
        <path d={`M${middle - width - 9} ${total}h${2 * width + 18}`} stroke={strong} strokeWidth={4.5} />
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
          {stopsLabel(level.total)}
        </text>
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
      </g>
    </g>
  )
})
