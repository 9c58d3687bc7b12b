import { memo, useCallback, useMemo, useRef } from 'react'
import styled, { useTheme } from 'styled-components'
import type { Colours, LightColour } from '../api/types'
import { Ticks } from '../drawing/Ticks'
import { lossLabel } from '../words/stops'
import { FilmIndex, Index } from './Index'
import { FlashGrip } from './FlashGrip'
import { SourceGrip } from './SourceGrip'
import { PHONE, useMedia } from '../ui/useMedia'
import { HEIGHT, LINE, rows, type Rule, slim, wide, y } from './rule'

const Figure = styled.figure`
  margin: 0;
  svg {
    display: block;
    width: 100%;
    height: auto;
  }
`

type Props = {
  now: Colours['now']
  /** Where films take each flash, once that is known. */
  reach: Colours['reach']
  kelvin: number
  onSet: (kelvin: number) => void
  /** The main ambient light was put somewhere else. */
  onSource: (kelvin: number) => void
  /** A flash was put where these gels take it. */
  onWear: (light: string, gels: string[]) => void
}

const keyOf = (light: LightColour) => (light.id.of === 'flash' ? light.id.light : `ambient${light.id.index}`)
const ROWS = 4
const ROW = 15
/** Arrows of different lights stand over each other. */
const ARROW = 24
const NAME_WIDTH = 190

/** Every light of the set on one rule in mired, with the camera's setting as a line through all of it. */
export function MiredRule({ now, reach, kelvin, onSet, onSource, onWear }: Props) {
  const svg = useRef<SVGSVGElement>(null)
  const rule = useMedia(PHONE) ? slim : wide
  const { width } = rule
  const ratio = useCallback(() => width / (svg.current?.getBoundingClientRect().width || width), [width])
  return (
    <Figure>
      <svg ref={svg} viewBox={`0 0 ${width} ${HEIGHT}`} role="group" aria-label="Mired rule">
        <Engraving rule={rule} />
        <Lights
          rule={rule}
          lights={now.lights}
          reach={reach}
          ratio={ratio}
          onSource={onSource}
          onWear={onWear}
        />
        {now.film ? (
          <FilmIndex rule={rule} kelvin={kelvin} />
        ) : (
          <Index rule={rule} kelvin={kelvin} ratio={ratio} onSet={onSet} />
        )}
      </svg>
    </Figure>
  )
}

/** The rule itself. */
const Engraving = memo(function Engraving({ rule }: { rule: Rule }) {
  const theme = useTheme()
  const { width } = rule
  const marks = useMemo(() => rule.ticks(), [rule])
  return (
    <g aria-hidden>
      <text x={8} y={56} fontSize={13} style={{ fill: theme.quiet }}>
        ← cool
      </text>
      <text x={width - 8} y={56} fontSize={13} textAnchor="end" style={{ fill: theme.quiet }}>
        warm →
      </text>
      <text x={8} y={y(0.012)} fontSize={11.5} style={{ fill: theme.quiet }}>
        greenish
      </text>
      <text x={8} y={y(-0.02) + 10} fontSize={11.5} style={{ fill: theme.quiet }}>
        pinkish
      </text>
      <path d={`M0 ${LINE}H${width}`} stroke={theme.ink} strokeWidth={1.5} />
      <g transform={`translate(0 ${LINE})`}>
        <Ticks
          ticks={marks}
          along="across"
          lengths={{ whole: 14, half: 10, part: 5 }}
          ink={theme.ink}
          quiet={theme.engraved}
          fontSize={13.5}
        />
      </g>
    </g>
  )
})

type LightsProps = Pick<Props, 'reach' | 'onSource' | 'onWear'> & {
  rule: Rule
  lights: LightColour[]
  ratio: () => number
}

/** Where the lights stand on it; nothing of them changes when only the setting does. */
const Lights = memo(function Lights({ rule, lights, reach, ratio, onSource, onWear }: LightsProps) {
  const places = lights.map((light) => rule.x(light.worn))
  const worn = lights.filter((light) => light.films.length > 0)
  const main = lights.find((light) => light.id.of === 'ambient')
  const row = rows(places, NAME_WIDTH, ROWS)
  return (
    <>
      {lights.map((light, index) => (
        <LightMark
          rule={rule}
          key={keyOf(light)}
          light={light}
          row={row[index] ?? 0}
          arrow={worn.indexOf(light)}
        />
      ))}
      {lights.map((light) => {
        const { id } = light
        const films = id.of === 'flash' ? reach.find((one) => one.light === id.light) : undefined
        return (
          films &&
          films.stops.length > 1 && (
            <FlashGrip
              key={keyOf(light)}
              rule={rule}
              light={light}
              reach={films}
              ratio={ratio}
              onWear={onWear}
            />
          )
        )
      })}
      {main && <SourceGrip rule={rule} light={main} ratio={ratio} onPut={onSource} />}
    </>
  )
})

type MarkProps = { rule: Rule; light: LightColour; row: number; arrow: number }

/** One light: where it is, how surely, which way its films take it, and its name below. */
function LightMark({ rule, light, row, arrow }: MarkProps) {
  const { x } = rule
  const theme = useTheme()
  const flash = light.id.of === 'flash'
  const ink = flash ? theme.flash : theme.ambient
  const [at, high] = [x(light.worn), y(light.worn_duv)]
  const base = HEIGHT - 8 - (ROWS - 1 - row) * ROW
  const end = at > rule.width - NAME_WIDTH
  const top = 108 - arrow * ARROW
  const [first, last] = [light.films[0], light.films.at(-1)]
  return (
    <g aria-hidden data-light={keyOf(light)}>
      {light.films.map((film, index) => {
        const [from, to] = [x(film.from), x(film.to)]
        const head = to > from ? -8 : 8
        return (
          <path
            key={index}
            data-film={film.gel}
            d={`M${from} ${top}H${to}m${head} -5L${to} ${top}l${head} 5`}
            fill="none"
            stroke={ink}
            strokeWidth={2.5}
          />
        )
      })}
      {first && last && (
        <text
          x={(x(first.from) + x(last.to)) / 2}
          y={top - 6}
          textAnchor="middle"
          fontSize={12.5}
          fontWeight={650}
          style={{ fill: ink }}
          stroke={theme.ground}
          strokeWidth={4}
          paintOrder="stroke"
        >
          {light.films.map((film) => film.name).join(' + ')},{' '}
          {lossLabel(light.films.reduce((sum, film) => sum + film.loss, 0))}
        </text>
      )}
      {light.films.length > 0 && (
        <circle
          cx={x(light.mired)}
          cy={y(light.duv)}
          r={5}
          fill={theme.ground}
          stroke={ink}
          strokeWidth={1.5}
        />
      )}
      <path
        d={`M${x(light.worn - light.error)} ${high}H${x(light.worn + light.error)}m0 -4v8M${x(light.worn - light.error)} ${high - 4}v8`}
        stroke={ink}
        strokeWidth={1.5}
        fill="none"
      />
      <path d={`M${at} ${high}V${base - 12}`} stroke={ink} strokeWidth={1} strokeDasharray="2 3" />
      {flash ? (
        <rect x={at - 6} y={high - 6} width={12} height={12} fill={ink} />
      ) : (
        <circle cx={at} cy={high} r={7} fill={theme.ambientWash} stroke={ink} strokeWidth={3} />
      )}
      <text
        x={end ? at - 6 : at + 6}
        y={base}
        textAnchor={end ? 'end' : 'start'}
        fontSize={14}
        fontWeight={620}
        style={{ fill: ink }}
        stroke={theme.ground}
        strokeWidth={4}
        paintOrder="stroke"
      >
        {light.name}
      </text>
    </g>
  )
}
