import { sum } from 'd3-array'
import { useId, useMemo } from 'react'
import { useTheme } from 'styled-components'
import type { DayAnswer } from '../../api/types'
import { Dots, Hatch } from '../../drawing/patterns'
import { useWidth } from '../../ui/useWidth'
import { clockAt } from '../clock'
import { Hours } from './Hours'
import { CloudLane, LightLane, SunLane, WindowLane } from './lanes'
import { Frame } from './Frame'
import { SetupBlock } from './SetupBlock'
import { numbered } from '../../card/numbered'
import { LEFT, RIGHT, stripScale } from './scale'

/** Heights of the lanes, top to bottom. */
const LANES = { windows: 34, sun: 74, light: 118, cloud: 20, setups: 40, axis: 20 }
const GAP = 6

type Props = {
  answer: DayAnswer
  chosen?: string
  clock: number
  show: (clock: string) => string
  onChoose: (setup: string) => void
  onMove: (setup: string, minute: number) => void
}

/** The day from left to right: windows of light, the sun, the light on face and background, cloud, and the setups. */
export function Strip({ answer, chosen, clock, show, onChoose, onMove }: Props) {
  const theme = useTheme()
  const id = useId()
  const [room, width] = useWidth(900)
  const from = Math.max(0, answer.from - 30)
  const until = Math.min(answer.minutes, answer.until + 30)
  const scale = useMemo(() => stripScale(width, from, until), [width, from, until])
  const tops = useMemo(() => {
    let top = 0
    return Object.fromEntries(
      Object.entries(LANES).map(([lane, height]) => {
        const at = top
        top += height + GAP
        return [lane, { top: at, height }]
      }),
    ) as Record<keyof typeof LANES, { top: number; height: number }>
  }, [])
  const height = sum(Object.values(LANES), (lane) => lane + GAP)
  const numbers = numbered(answer.setups.map(({ standby }) => !!standby))
  const placed = answer.setups.filter((setup) => setup.from !== null && setup.from !== undefined)
  return (
    <Frame ref={room}>
      <svg viewBox={`0 0 ${width} ${height}`} height={height} role="group" aria-label="The day">
        <defs>
          <Dots id={`${id}-cloud`} gap={5} r={1.1} fill={theme.quiet} />
          <Hatch id={`${id}-ground`} gap={6} angle={45} stroke={theme.line} width={2} />
          <clipPath id={`${id}-room`}>
            <rect x={LEFT} y="0" width={Math.max(0, width - LEFT - RIGHT)} height={height} />
          </clipPath>
        </defs>
        <g aria-hidden>
          <Hours answer={answer} scale={scale} show={show} top={tops.windows.height} names={tops.axis.top} />
          <g clipPath={`url(#${id}-room)`}>
            <rect
              x={scale.x(answer.from)}
              width={scale.x(answer.until) - scale.x(answer.from)}
              y={tops.axis.top - 3}
              height={3}
              fill={theme.ink}
            />
          </g>
          <WindowLane answer={answer} scale={scale} {...tops.windows} />
          <SunLane
            answer={answer}
            scale={scale}
            {...tops.sun}
            ground={`url(#${id}-ground)`}
            clip={`url(#${id}-room)`}
          />
          <LightLane
            answer={answer}
            chosen={chosen}
            scale={scale}
            {...tops.light}
            clip={`url(#${id}-room)`}
          />
          <CloudLane
            answer={answer}
            scale={scale}
            {...tops.cloud}
            fill={`url(#${id}-cloud)`}
            clip={`url(#${id}-room)`}
          />
          <line
            x1={scale.x(clock)}
            x2={scale.x(clock)}
            y1={tops.windows.height - 8}
            y2={height}
            stroke={theme.ink}
            strokeWidth="2"
          />
        </g>
        {placed.map((setup, index) => (
          <SetupBlock
            key={setup.light.setup}
            setup={setup}
            number={numbers[answer.setups.indexOf(setup)] ?? ''}
            scale={scale}
            top={tops.setups.top + (index % 2) * 4}
            height={tops.setups.height - 6}
            chosen={setup.light.setup === chosen}
            said={show(clockAt(answer, setup.from ?? 0))}
            onChoose={onChoose}
            onMove={onMove}
          />
        ))}
        {placed.length === 0 && (
          <text className="quiet" x={LEFT + 6} y={tops.setups.top + 22}>
            No setup is placed yet: give one a spot and a time below.
          </text>
        )}
      </svg>
    </Frame>
  )
}
