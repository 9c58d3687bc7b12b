import { memo } from 'react'
import type { Assessment, Curve, Layout, Vec } from '../../api/types'
import { stopsLabel } from '../../words/stops'
import { type Inks, strokes } from './inks'
import { type Dot, through } from '../../drawing/path'
import { ahead, type Projection } from './projection'

type Common = { p: Projection; inks: Inks }

/** Words in the drawing, with a rim of paper so that lines do not run through them. */
export function Words({
  at,
  inks,
  children,
  size = 12,
  anchor = 'middle',
  ink,
  strong,
}: {
  at: Dot
  inks: Inks
  children: string
  size?: number
  anchor?: 'start' | 'middle' | 'end'
  ink?: string
  strong?: boolean
}) {
  return (
    <text
      x={at[0]}
      y={at[1]}
      textAnchor={anchor}
      fontSize={size}
      fontWeight={strong ? 750 : 560}
      fill={ink ?? inks.ink}
      stroke={inks.paper}
      strokeWidth={3.5}
      strokeLinejoin="round"
      paintOrder="stroke"
      style={{ fill: ink ?? inks.ink }}
    >
      {children}
    </text>
  )
}

/** What the camera sees, and the part of it that is sharp. */
export const Sight = memo(function Sight({ p, inks, pyramid }: Common & { pyramid: Layout['pyramid'] }) {
  const edges = (slice: Layout['pyramid']['end']): [Dot, Dot] =>
    p.side === 'plan' ? [p.at(slice.left), p.at(slice.right)] : [p.at(slice.top), p.at(slice.bottom)]
  const eye = p.at(pyramid.eye)
  const [a, b] = edges(pyramid.end)
  const [near, far] = [edges(pyramid.near), edges(pyramid.far)]
  return (
    <g aria-hidden>
      <path d={through([eye, a, b], true)} fill={inks.fill} fillOpacity={0.75} />
      <path
        d={through([near[0], far[0], far[1], near[1]], true)}
        fill="url(#sharp)"
        stroke={inks.line}
        strokeWidth={0.8}
      />
      <path d={through([a, eye, b])} fill="none" stroke={inks.quiet} strokeWidth={1} />
    </g>
  )
})

/** Lines of equal light of one light, in stops against the subject. */
export const EqualLight = memo(function EqualLight({
  p,
  inks,
  curves,
}: Common & { curves: Layout['curves'] }) {
  return (
    <g aria-hidden>
      {curves.map((curve) => {
        const pieces = p.side === 'plan' ? curve.plan : curve.elevation
        const longest = pieces.reduce<Vec[]>((best, piece) => (piece.length > best.length ? piece : best), [])
        const at = labelled(curve, longest)
        return (
          <g key={curve.stops}>
            {pieces.map((piece, index) => (
              <path
                key={index}
                d={through(piece.map(p.at))}
                fill="none"
                stroke={inks.flash}
                strokeWidth={curve.stops === 0 ? 1.5 : 1}
                strokeDasharray={curve.stops === 0 ? undefined : strokes.equal}
              />
            ))}
            {at && (
              <Words at={nudged(p.at(at))} inks={inks} size={11} ink={inks.flash}>
                {stopsLabel(curve.stops)}
              </Words>
            )}
          </g>
        )
      })}
    </g>
  )
})

/** Labels stand apart: each line has its own share along it. */
function labelled(curve: Curve, piece: Vec[]): Vec | undefined {
  const share = 0.5 + curve.stops * 0.09
  return piece[Math.floor((piece.length - 1) * share)]
}

const nudged = ([x, y]: Dot): Dot => [x, y + 4]

type LinesProps = Common & {
  lines: { from: Vec; to: Vec }[]
  dash?: string
  ink: string
  width?: number
}

export function Lines({ p, lines, dash, ink, width = 1 }: LinesProps) {
  return (
    <path
      aria-hidden
      d={lines.map(({ from, to }) => through([p.at(from), p.at(to)])).join('')}
      stroke={ink}
      strokeWidth={width}
      strokeDasharray={dash}
      fill="none"
    />
  )
}

/** Distances with what they cost in light. */
export function Spans({ p, inks, spans }: Common & { spans: Layout['spans'] }) {
  return (
    <g aria-hidden>
      {spans.map((span, index) => {
        const [a, b] = [p.at(span.from), p.at(span.to)]
        const long = Math.hypot(b[0] - a[0], b[1] - a[1])
        // Beside the line, to its right, so that the handle on it leaves the words free.
        const [nx, ny] = ahead([b[1] - a[1], a[0] - b[0]], b[1] >= a[1] ? 18 : -18)
        const middle: Dot = [(a[0] + b[0]) / 2 + nx, (a[1] + b[1]) / 2 + ny + 4]
        return (
          <g key={`${span.light}-${index}`}>
            <path d={through([a, b])} stroke={inks.flash} strokeWidth={1} fill="none" />
            {long > 46 && (
              <Words at={middle} inks={inks} ink={inks.flash} anchor="start" strong>
                {span.text}
              </Words>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** What shows in glass: the line of sight to the pane, and on to the mirror image behind it. */
export function MirrorImages({ p, inks, assessment, eye }: Common & { assessment: Assessment; eye: Vec }) {
  return (
    <g aria-hidden>
      {assessment.set.reflections.map((reflection, index) => {
        const [crossing, image] = [p.at(reflection.crossing), p.at(reflection.image)]
        return (
          <g key={`${reflection.pane}-${index}`} data-mirror-image={reflection.pane}>
            <path
              d={through([p.at(eye), crossing, image])}
              stroke={inks.warn}
              strokeWidth={1.2}
              strokeDasharray={strokes.sight}
              fill="none"
            />
            <path
              d={`M${image[0] - 6} ${image[1] - 6}l12 12M${image[0] - 6} ${image[1] + 6}l12 -12`}
              stroke={inks.warn}
              strokeWidth={2}
            />
            <circle cx={crossing[0]} cy={crossing[1]} r={4} fill="none" stroke={inks.warn} strokeWidth={2} />
          </g>
        )
      })}
    </g>
  )
}

/** Where the sun is drawn: out from the subject towards it, at the edge of the drawing. */
function sunPlace(sun: Vec, subject: Vec, p: Projection): Dot {
  const from = p.at(subject)
  const [dx, dy] = p.along(sun)
  const inset = 20
  const reach = (at: number, by: number, most: number) =>
    by > 1e-9 ? (most - inset - at) / by : by < -1e-9 ? (inset - at) / by : Infinity
  const far = Math.max(0, Math.min(reach(from[0], dx, p.width), reach(from[1], dy, p.height)))
  return Number.isFinite(far) ? [from[0] + dx * far, from[1] + dy * far] : from
}

/** The sun, and the way its light takes. */
export function Sun({ p, inks, sun, subject }: Common & { sun: Vec; subject: Vec }) {
  const at = sunPlace(sun, subject, p)
  const rays = [0, 45, 90, 135, 180, 225, 270, 315].map((turn) => {
    const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
    return `M${at[0] + 9 * c} ${at[1] + 9 * s}L${at[0] + 14 * c} ${at[1] + 14 * s}`
  })
  return (
    <g>
      <path
        d={through([at, p.at(subject)])}
        stroke={inks.ambient}
        strokeWidth={1.2}
        strokeDasharray="1 4"
        strokeLinecap="round"
      />
      <circle cx={at[0]} cy={at[1]} r={7} fill={inks.ambient} />
      <path d={rays.join('')} stroke={inks.ambient} strokeWidth={2} />
    </g>
  )
}

/** The ground as seen from the side. */
export function Ground({ p, inks }: Common) {
  const y = p.at([0, 0, 0])[1]
  const ticks: string[] = []
  for (let x = 4; x < p.width; x += 9) ticks.push(`M${x} ${y}l-5 7`)
  return (
    <g aria-hidden>
      <path d={ticks.join('')} stroke={inks.line} strokeWidth={1} />
      <path d={`M0 ${y}H${p.width}`} stroke={inks.ink} strokeWidth={1.6} />
    </g>
  )
}
