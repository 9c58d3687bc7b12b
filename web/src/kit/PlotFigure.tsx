import { useId } from 'react'
import styled, { useTheme } from 'styled-components'
import type { Plot } from '../api/types'
import { Ticks } from '../drawing/Ticks'
import { type Dot, through } from '../drawing/path'

const Held = styled.figure`
  figcaption {
    font-size: 13px;
    font-weight: 600;
    padding: 6px 0 0;
  }
  > svg {
    display: block;
    max-width: 460px;
  }
  .names {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 16px;
    font-size: 12.5px;
    padding-left: 12px;
  }
`
const WIDE = 440
const LEFT = 64
const RIGHT = 26
const TOP = 22
const LOW = 26

/** Curves over a range, engraved: what is said as a line, what takes taught as a heavier one, what it is held against dashed. */
export function PlotFigure({ plot, high = 118 }: { plot: Plot; high?: number }) {
  const theme = useTheme()
  const title = useId()
  const { across, up } = plot
  const ends = (ticks: Plot['across']) => [ticks[0]?.at ?? 0, ticks.at(-1)?.at ?? 1] as const
  const [[left, right], [low, top]] = [ends(across), ends(up)]
  const x = (at: number) => LEFT + ((at - left) / (right - left || 1)) * (WIDE - LEFT - RIGHT)
  const y = (at: number) => TOP + ((top - at) / (top - low || 1)) * (high - TOP)
  // Marks that would touch are left without their number.
  const every = Math.ceil(across.length / 8)
  const named = plot.lines.length > 1
  return (
    <Held>
      <figcaption id={title}>{plot.title}</figcaption>
      <svg viewBox={`0 0 ${WIDE} ${high + LOW}`} width="100%" role="img" aria-label={plot.text}>
        {up.map((tick) => (
          <path key={tick.at} d={`M${LEFT} ${y(tick.at)}H${WIDE - RIGHT}`} stroke={theme.line} />
        ))}
        <g transform={`translate(${LEFT} 0)`}>
          <Ticks
            ticks={up.map((tick) => ({ key: tick.at, at: y(tick.at), size: 'half', label: tick.label }))}
            along="down"
            lengths={{ whole: 6, half: 5, part: 3 }}
            ink={theme.ink}
            quiet={theme.engraved}
            fontSize={12}
          />
        </g>
        <g transform={`translate(0 ${high})`}>
          <Ticks
            ticks={across.map((tick, index) => ({
              key: tick.at,
              at: x(tick.at),
              size: index % every === 0 ? 'half' : 'part',
              label: index % every === 0 ? tick.label : undefined,
            }))}
            along="across"
            lengths={{ whole: 6, half: 5, part: 3 }}
            ink={theme.ink}
            quiet={theme.engraved}
            fontSize={12}
          />
        </g>
        {plot.lines.map((line) => {
          const dots = line.points.map((point): Dot => [x(point[0] ?? 0), y(point[1] ?? 0)])
          const learnt = line.of === 'learnt'
          return (
            <g key={line.name} data-line={line.of}>
              <path
                d={through(dots)}
                fill="none"
                stroke={learnt ? theme.flash : line.of === 'beside' ? theme.quiet : theme.ink}
                strokeWidth={learnt ? 2.6 : 1.5}
                strokeDasharray={line.of === 'beside' ? '5 4' : undefined}
              />
            </g>
          )
        })}
        {plot.dots.map((dot, index) => (
          <g key={index} transform={`translate(${x(dot.x)} ${y(dot.y)})`}>
            <circle r={dot.label ? 3.6 : 1.8} fill={dot.label ? theme.ink : theme.ambient} />
            {dot.label && (
              <text
                x={x(dot.x) > WIDE * 0.55 ? -5 : 7}
                y={x(dot.x) > WIDE * 0.55 ? 14 : -6}
                textAnchor={x(dot.x) > WIDE * 0.55 ? 'end' : 'start'}
                fontSize={11.5}
                style={{ fill: theme.ink }}
              >
                {dot.label}
              </text>
            )}
          </g>
        ))}
      </svg>
      {named && (
        <p className="names">
          {plot.lines.map((line) => (
            <span key={line.name}>
              <svg width={26} height={10} aria-hidden>
                <path
                  d="M0 5H26"
                  stroke={line.of === 'learnt' ? theme.flash : line.of === 'beside' ? theme.quiet : theme.ink}
                  strokeWidth={line.of === 'learnt' ? 2.6 : 1.5}
                  strokeDasharray={line.of === 'beside' ? '5 4' : undefined}
                />
              </svg>{' '}
              {line.name}
            </span>
          ))}
        </p>
      )}
    </Held>
  )
}
