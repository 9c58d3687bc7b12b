import type { Drawn, Vec } from '../../api/types'
import type { Inks } from './inks'
import { type Dot, through } from '../../drawing/path'
import { ahead, hull, type Projection } from './projection'

type Props = { thing: Drawn; p: Projection; inks: Inks; bold?: boolean }

/** A thing as it is seen from above or from the side, drawn from what it is. */
export function Symbol(props: Props) {
  switch (props.thing.kind) {
    case 'person':
    case 'seated':
      return <PersonSymbol {...props} />
    case 'thing':
      return <ThingSymbol {...props} />
    case 'camera':
      return <CameraSymbol {...props} />
    case 'light':
    case 'light_off':
      return <LightSymbol {...props} />
    case 'card':
    case 'black_card':
    case 'panel':
      return <CardSymbol {...props} />
    case 'glass':
    case 'mirror':
      return <PaneSymbol {...props} />
    case 'wall':
      return <WallSymbol {...props} />
  }
}

const plus = ([x, y]: Dot, [dx, dy]: Dot): Dot => [x + dx, y + dy]
const minus = (a: Vec, b: Vec): Vec => a.map((value, axis) => value - (b[axis] ?? 0))
const level = ([x = 0, y = 0]: Vec, z: number): Vec => [x, y, z]

/** A box or head: its face is the heavy edge, its housing tapers to the flash behind, a stand holds it up. */
function LightSymbol({ thing, p, inks, bold }: Props) {
  const face = thing.outline.map(p.at)
  const size = Math.max(...thing.outline.map((corner) => Math.hypot(...minus(corner, thing.at))))
  const deep = Math.min(0.35, Math.max(0.14, size * 0.7))
  const flash = thing.at.map((value, axis) => value - (thing.looks[axis] ?? 0) * deep)
  const head = p.at(flash)
  const off = thing.kind === 'light_off'
  const foot = p.at(level(flash, 0))
  const ink = off ? inks.line : inks.flash
  // The lit face is seen where it is turned to the eye of the drawing: upwards, or to the camera's right.
  const towards = (p.side === 'plan' ? thing.looks[2] : thing.looks[0]) ?? 0
  return (
    <g>
      {thing.stand && p.side === 'plan' && (
        <path
          d={`M${head[0] - 7} ${head[1]}h14M${head[0]} ${head[1] - 7}v14`}
          stroke={ink}
          strokeWidth={1.1}
          fill="none"
        />
      )}
      {thing.stand && p.side === 'elevation' && (
        <path
          d={`M${foot[0]} ${foot[1]}V${head[1]}M${foot[0] - 9} ${foot[1]}l9 -13l9 13`}
          stroke={ink}
          strokeWidth={1.3}
          fill="none"
        />
      )}
      <path
        d={through(hull([...face, head]), true)}
        fill={off ? inks.paper : ink}
        fillOpacity={off ? 1 : bold ? 0.9 : 0.65}
        stroke={ink}
        strokeWidth={1.4}
        strokeLinejoin="round"
        strokeDasharray={off ? '3 2' : undefined}
      />
      {towards > 0.02 && (
        <path
          d={through(hull(face), true)}
          fill={inks.paper}
          fillOpacity={0.7}
          stroke={ink}
          strokeWidth={1}
        />
      )}
      <path
        d={through(acrossOf(face, p.along(thing.looks)))}
        stroke={inks.ink}
        strokeWidth={bold ? 4.5 : 3}
        fill="none"
      />
      <circle cx={head[0]} cy={head[1]} r={3.4} fill={off ? inks.paper : ink} stroke={ink} />
    </g>
  )
}

/** Of the points round a face, the two furthest apart across the way it looks; of several as far, the foremost. */
function acrossOf(face: Dot[], looks: Dot): Dot[] {
  const [fx, fy] = ahead(looks, 1)
  const across = ([x, y]: Dot) => -x * fy + y * fx + 1e-3 * (x * fx + y * fy)
  const other = ([x, y]: Dot) => x * fy - y * fx + 1e-3 * (x * fx + y * fy)
  const most = (rate: (dot: Dot) => number) =>
    face.reduce((best, dot) => (rate(dot) > rate(best) ? dot : best))
  return [most(across), most(other)]
}

/** A body and a lens, at a size that can be seen at any scale. */
function CameraSymbol({ thing, p, inks }: Props) {
  const at = p.at(thing.at)
  const [dx, dy] = p.along(thing.looks)
  const turn = (Math.atan2(dy, dx) * 180) / Math.PI
  return (
    <g transform={`translate(${at[0]} ${at[1]}) rotate(${turn})`}>
      <path d="M-19 -9h12v18h-12zM-7 -5.5h7v11h-7z" fill={inks.ink} />
      <path d="M-17 -12h6v3h-6z" fill={inks.ink} />
    </g>
  )
}

/** From above shoulders, head and nose; from the side a figure that stands or sits and looks. */
function PersonSymbol({ thing, p, inks, bold }: Props) {
  const [foot, crown] = thing.outline as [Vec, Vec]
  const tall = crown[2] ?? 1.7
  const eyes = thing.at[2] ?? 1.6
  const fill = bold ? inks.quiet : inks.fill
  const line = { fill, stroke: inks.ink, strokeWidth: 1.2, strokeLinejoin: 'round' as const }
  const look = p.along(thing.looks)
  const head = p.at(thing.at)
  if (p.side === 'plan') {
    const turn = (Math.atan2(look[1], look[0]) * 180) / Math.PI
    const s = p.scale
    return (
      <g transform={`translate(${head[0]} ${head[1]}) rotate(${turn})`}>
        <ellipse rx={0.13 * s} ry={0.24 * s} {...line} />
        <path d={`M${0.08 * s} ${-0.05 * s}L${0.17 * s} 0L${0.08 * s} ${0.05 * s}Z`} fill={inks.ink} />
        <circle r={0.1 * s} {...line} />
      </g>
    )
  }
  const head_high = (tall - eyes) * 2
  const sits = thing.kind === 'seated'
  const forward = (thing.looks[1] ?? 0) >= 0 ? 1 : -1
  const at = (ahead_m: number, high: number): Dot =>
    p.at([foot[0] ?? 0, (foot[1] ?? 0) + ahead_m * forward, high])
  const chin = tall - head_high
  const shoulder = chin - 0.06
  const hip = sits ? 0.5 : tall * 0.5
  const body = sits
    ? [
        at(-0.12, shoulder),
        at(0.1, shoulder),
        at(0.12, hip),
        at(0.45, hip),
        at(0.45, 0),
        at(0.33, 0),
        at(0.33, hip - 0.14),
        at(-0.14, hip - 0.14),
      ]
    : [at(-0.13, shoulder), at(0.12, shoulder), at(0.13, hip), at(0.09, 0), at(-0.09, 0), at(-0.13, hip)]
  const middle = at(0, tall - head_high / 2)
  const nose = plus(head, ahead(look, 0.17 * p.scale, [forward, 0]))
  return (
    <g>
      <path d={through(body, true)} {...line} />
      <ellipse cx={middle[0]} cy={middle[1]} rx={0.085 * p.scale} ry={(head_high / 2) * p.scale} {...line} />
      <path d={through([head, nose])} stroke={inks.ink} strokeWidth={1.6} fill="none" />
    </g>
  )
}

/** A block on its table. */
function ThingSymbol({ thing, p, inks }: Props) {
  const low = Math.min(...thing.outline.map((corner) => corner[2] ?? 0))
  const [x = 0, y = 0] = thing.at
  const side = (by: number, z: number) => p.at([x + by, y + by, z])
  const legs = [-0.35, 0.35].map((by) => {
    const [top, foot] = [side(by, low), side(by, 0)]
    return `M${top[0]} ${top[1]}L${foot[0]} ${foot[1]}`
  })
  return (
    <g>
      {p.side === 'elevation' && low > 0.02 && (
        <path
          d={`${through([side(-0.5, low), side(0.5, low)])}${legs.join('')}`}
          stroke={inks.quiet}
          strokeWidth={1.4}
          fill="none"
        />
      )}
      <path
        d={through(hull(thing.outline.map(p.at)), true)}
        fill={inks.fill}
        stroke={inks.ink}
        strokeWidth={1.8}
        strokeLinejoin="round"
      />
      <path
        d={through([p.at(thing.at), plus(p.at(thing.at), ahead(p.along(thing.looks), 0.2 * p.scale))])}
        stroke={inks.ink}
        strokeWidth={1.6}
      />
    </g>
  )
}

/** A card held up: white is open, black is filled, a panel is dashed. */
function CardSymbol({ thing, p, inks }: Props) {
  const seen = hull(thing.outline.map(p.at))
  const black = thing.kind === 'black_card'
  const panel = thing.kind === 'panel'
  const middle = p.at(thing.at)
  const face = plus(middle, ahead(p.along(thing.looks), 7))
  return (
    <g>
      <path
        d={through(seen, true)}
        fill={black ? inks.ink : inks.paper}
        fillOpacity={0.45}
        stroke={inks.ink}
        strokeWidth={black ? 5 : 4.5}
        strokeLinejoin="round"
        strokeDasharray={panel ? '5 2.5' : undefined}
      />
      {!black && !panel && <path d={through(seen, true)} fill="none" stroke={inks.paper} strokeWidth={1.6} />}
      {!panel && <path d={through([middle, face])} stroke={inks.ink} strokeWidth={1.4} />}
    </g>
  )
}

/** Glass is two thin lines, a mirror has its back hatched. */
function PaneSymbol({ thing, p, inks }: Props) {
  const seen = hull(thing.outline.map(p.at))
  const mirror = thing.kind === 'mirror'
  return (
    <g>
      <path
        d={through(seen, true)}
        fill={inks.ambient}
        fillOpacity={0.08}
        stroke={inks.ink}
        strokeWidth={5}
        strokeLinejoin="round"
      />
      <path
        d={through(seen, true)}
        fill="none"
        stroke={inks.paper}
        strokeWidth={2.4}
        strokeDasharray={mirror ? '3 3' : undefined}
      />
    </g>
  )
}

/** A wall, hatched on the side one does not stand on. */
function WallSymbol({ thing, p, inks, bold }: Props) {
  const [from, to] = thing.outline as [Vec, Vec]
  const looks = p.along(thing.looks)
  const [a, b] = [p.at(from), p.at(to)]
  const upright = Math.abs(looks[0]) > Math.abs(looks[1])
  const back = ahead(looks, -7)
  const clip = (value: number, most: number) => Math.min(most, Math.max(0, value))
  const corners: Dot[] = upright
    ? [
        [a[0], clip(Math.min(a[1], b[1]), p.height)],
        [a[0], clip(Math.max(a[1], b[1]), p.height)],
      ]
    : [
        [0, a[1]],
        [p.width, a[1]],
      ]
  const long = Math.hypot(corners[1]![0] - corners[0]![0], corners[1]![1] - corners[0]![1])
  const ticks: string[] = []
  for (let along = 4; along < long; along += 9) {
    const start: Dot = upright
      ? [corners[0]![0], corners[0]![1] + along]
      : [corners[0]![0] + along, corners[0]![1]]
    const lean: Dot = upright ? [back[0], 5] : [5, back[1]]
    ticks.push(through([start, plus(start, lean)]))
  }
  return (
    <g>
      <path className="edge" d={through(corners)} stroke="transparent" strokeWidth={18} />
      <path d={ticks.join('')} stroke={inks.line} strokeWidth={1} />
      <path d={through(corners)} stroke={inks.ink} strokeWidth={bold ? 3.5 : 2} />
    </g>
  )
}
