import { range } from 'd3-array'
import { useTheme } from 'styled-components'
import type { DayAnswer } from '../../api/types'
import { type Dot, through } from '../../drawing/path'
import { LEFT, line, RIGHT, type StripScale } from './scale'
import { type TakenLight, TakenMark } from './TakenMark'

type Lane = { answer: DayAnswer; scale: StripScale; top: number; height: number }

/** Windows of light by name, as brackets over the time they last. */
export function WindowLane({ answer, scale, top, height }: Lane) {
  const theme = useTheme()
  const seen = answer.windows.filter((window) => window.until > scale.from && window.from < scale.until)
  return (
    <g>
      {seen.map((window) => {
        const from = Math.max(LEFT, scale.x(window.from))
        const until = Math.min(scale.width - RIGHT, scale.x(window.until))
        const room = until - from
        const name = room > 92 ? window.name : room > 42 ? (window.name.split(' ')[0] ?? '') : ''
        const low = window.kind === 'golden' || window.kind === 'hard_midday'
        return (
          <g key={`${window.kind}-${window.from}`} data-window={window.kind}>
            <path
              d={`M${from + 1} ${top + height} V${top + 19} H${until - 1} V${top + height}`}
              fill="none"
              stroke={low ? theme.ambient : theme.engraved}
              strokeWidth={low ? 2.5 : 1}
            />
            <text x={(from + until) / 2} y={top + 13} textAnchor="middle">
              {name}
            </text>
          </g>
        )
      })}
    </g>
  )
}

/** How high the sun stands, over the skyline of the place. */
export function SunLane({
  answer,
  scale,
  top,
  height,
  ground,
  clip,
}: Lane & { ground: string; clip: string }) {
  const theme = useTheme()
  const seen = answer.sun.filter((sun) => sun.minute >= scale.from && sun.minute <= scale.until)
  const highest = Math.max(12, ...seen.map((sun) => sun.elevation + 3))
  const lowest = Math.max(-12, Math.min(-2, ...seen.map((sun) => sun.elevation)))
  const y = (degrees: number) => top + ((highest - Math.max(lowest, degrees)) / (highest - lowest)) * height
  const skyline = line(scale, answer.sun, (sun) => y(Math.max(0, sun.skyline)))
  const every = highest > 40 ? 20 : highest > 18 ? 10 : 5
  const marks = range(0, highest - 1.9, every)
  const bottom = top + height
  const right = scale.width - RIGHT
  return (
    <g>
      <g clipPath={clip}>
        {skyline && <path d={`${skyline} L${right} ${bottom} L${LEFT} ${bottom} Z`} fill={ground} />}
        <path d={skyline} fill="none" stroke={theme.engraved} strokeWidth="1.2" />
        <path
          d={line(scale, answer.sun, (sun) => (sun.elevation >= lowest ? y(sun.elevation) : null))}
          fill="none"
          stroke={theme.ink}
          strokeWidth="2"
        />
      </g>
      {marks.map((mark) => (
        <text key={mark} className="quiet" x={LEFT - 5} y={y(mark) + 4} textAnchor="end">
          {mark}°
        </text>
      ))}
    </g>
  )
}

type Light = Lane & {
  chosen?: string
  clip: string
  /** What takes told of it, each at its minute. */
  taken?: readonly TakenLight[]
}

/** The light on face and background of the chosen setup, in EV, with what was read and what takes told. */
export function LightLane({ answer, chosen, scale, top, height, clip, taken = [] }: Light) {
  const theme = useTheme()
  const setup = answer.setups.find((one) => one.light.setup === chosen)
  const curve = (setup?.curve ?? []).filter(
    (point) => point.minute >= scale.from && point.minute <= scale.until,
  )
  const readings = (setup?.readings ?? []).filter(
    (reading) => reading.patch === 'face' || reading.patch === 'background',
  )
  const levels = [
    ...curve.flatMap((point) => [point.face, point.background]),
    ...readings.map((reading) => reading.ev),
    ...taken.map(({ ev }) => ev),
  ].filter((level): level is number => level !== null && level !== undefined)
  if (!setup || levels.length === 0) {
    return (
      <text className="quiet" x={LEFT + 6} y={top + height / 2}>
        {setup ? 'Its light is told when it has a spot.' : 'Choose a setup to see its light.'}
      </text>
    )
  }
  const highest = Math.ceil(Math.max(...levels) + 1.4)
  const lowest = Math.max(Math.floor(Math.min(...levels) - 0.4), highest - 16)
  const y = (ev: number) => top + ((highest - ev) / (highest - lowest)) * height
  // What falls out of the lane at night is not drawn: the ladder ends long before.
  const seen = (ev: number | null | undefined) =>
    ev === null || ev === undefined || ev < lowest ? null : y(ev)
  const every = highest - lowest > 8 ? 4 : 2
  const marks = range(Math.ceil(lowest / every) * every, highest + 1, every)
  const first = curve[0]
  const names = [
    { name: 'face', ev: first?.face },
    { name: 'background', ev: first?.background },
  ]
  // The name of the higher one stands above it, of the lower one below.
  const higher = (first?.face ?? 0) > (first?.background ?? 0) ? 0 : 1
  return (
    <g>
      {marks.map((mark) => (
        <g key={mark}>
          <line
            x1={LEFT}
            x2={scale.width - RIGHT}
            y1={y(mark)}
            y2={y(mark)}
            stroke={theme.line}
            strokeWidth="0.5"
          />
          <text className="quiet" x={LEFT - 5} y={y(mark) + 4} textAnchor="end">
            {mark === marks.at(-1) ? `EV ${mark}` : mark}
          </text>
        </g>
      ))}
      <g clipPath={clip}>
        <path
          data-curve="face"
          d={line(scale, curve, (point) => seen(point.face))}
          fill="none"
          stroke={theme.ambient}
          strokeWidth="3"
        />
        <path
          data-curve="background"
          d={line(scale, curve, (point) => seen(point.background))}
          fill="none"
          stroke={theme.ambient}
          strokeWidth="2"
          strokeDasharray="7 4"
        />
        {readings.map((reading) => {
          const [x, at] = [scale.x(reading.minute), y(reading.ev)]
          const fill = reading.known ? theme.ambient : theme.ground
          return reading.patch === 'face' ? (
            <circle
              key={reading.reading}
              cx={x}
              cy={at}
              r="5"
              fill={fill}
              stroke={theme.ambient}
              strokeWidth="2"
            />
          ) : (
            <rect
              key={reading.reading}
              x={x - 4.5}
              y={at - 4.5}
              width="9"
              height="9"
              fill={fill}
              stroke={theme.ambient}
              strokeWidth="2"
            />
          )
        })}
        {taken.map((one) => (
          <TakenMark key={`${one.id}-${one.patch}`} of={one} x={scale.x(one.minute)} y={y} />
        ))}
      </g>
      {names.map(({ name, ev }, index) =>
        ev === null || ev === undefined ? null : (
          <text key={name} x={LEFT + 5} y={y(ev) + (higher === index ? -7 : 15)}>
            {name}
          </text>
        ),
      )}
    </g>
  )
}

/** Cloud, hour by hour: the fuller, the more of the lane is dotted. */
export function CloudLane({ answer, scale, top, height, fill, clip }: Lane & { fill: string; clip: string }) {
  const theme = useTheme()
  const bottom = top + height
  const y = (cover: number) => bottom - cover * height
  const cover = answer.clouds.map((hour) => ({ minute: hour.minute, cover: hour.cover }))
  const last = cover.at(-1)
  const points = last ? [...cover, { minute: last.minute + 60, cover: last.cover }] : []
  const edge = points.map((point): Dot => [scale.x(point.minute), y(point.cover)])
  const [first, end] = [edge[0], edge.at(-1)]
  return (
    <g>
      <g clipPath={clip}>
        {first && end && (
          <path d={through([...edge, [end[0], bottom], [first[0], bottom]], true)} fill={fill} />
        )}
        <path d={through(edge)} fill="none" stroke={theme.engraved} strokeWidth="1" />
      </g>
      <text className="quiet" x={LEFT - 5} y={top + height - 4} textAnchor="end">
        cloud
      </text>
    </g>
  )
}
