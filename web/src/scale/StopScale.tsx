import { memo, useCallback, useMemo, useRef } from 'react'
import styled, { useTheme } from 'styled-components'
import type { Assessment, Part as PartOf, Patch } from '../api/types'
import { Hatch } from '../drawing/patterns'
import { type Frame, highest, scaleTo, wide } from './geometry'
import { type Tones } from '../picture/planes'
import { unseen } from '../ui/unseen'
import { Histogram } from './Histogram'
import { Ruling, MarkNames } from './Ruling'
import { LevelBars } from './LevelBars'

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

export type Props = {
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
