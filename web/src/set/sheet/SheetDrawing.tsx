import type { Assessment, Drawn, Layout, Setup, ThingRef } from '../../api/types'
import type { Units } from '../../words/units'
import { Drawing, Patterns } from '../drawing/Drawing'
import { onPaper } from '../drawing/inks'
import { projection } from '../drawing/projection'
import { Ruler } from '../drawing/Ruler'
import { isMain } from '../things'

/** A CSS pixel is 1/96 inch: so many of them make a millimetre on paper. */
const PER_MM = 96 / 25.4
/** Scales one finds on a ruler, largest first, and the room a landscape A4 sheet leaves inside its margins, in millimetres. */
const SCALES = [20, 25, 30, 40, 50, 75, 100, 150, 200, 500]
const ROOM = { width: 190, height: 168 }
const PAPER = { width: 277, height: 186 }
const RULER = 28
const LEGEND_FROM = 197

/** The largest of the usual scales at which both drawings fit on the sheet. */
export function paperScale(layout: Layout): number {
  const span = ([low = 0, top = 0]: number[]) => top - low
  const { x, y, z } = layout.extent
  const fits = (one: number) =>
    (span(y) * 1000) / one <= ROOM.width && ((span(x) + span(z)) * 1000) / one + RULER / PER_MM <= ROOM.height
  return SCALES.find(fits) ?? 1000
}

type Props = { name: string; job: string; setup: Setup; layout: Layout; assessment: Assessment; units: Units }

/** The set as a sheet: to scale on A4, with a legend, in black alone. */
export function SheetDrawing({ name, job, setup, layout, assessment, units }: Props) {
  const one = paperScale(layout)
  const perMetre = (1000 / one) * PER_MM
  const inks = onPaper
  const [side, plan] = [
    projection('elevation', layout.extent, perMetre),
    projection('plan', layout.extent, perMetre),
  ]
  const top = 46
  const common = { inks, layout, assessment, chosen: null }
  const [width, height] = [PAPER.width * PER_MM, PAPER.height * PER_MM]
  return (
    <svg
      xmlns="http://www.w3.org/2000/svg"
      width={`${PAPER.width}mm`}
      height={`${PAPER.height}mm`}
      viewBox={`0 0 ${width} ${height}`}
      fontFamily="'Archivo Variable', 'Tolva Parts', Archivo, 'Helvetica Neue', Arial, sans-serif"
      role="img"
      aria-label={`The set of ${name}, 1 : ${one}`}
      data-sheet-scale={one}
      data-pixels-per-metre={perMetre}
    >
      <Patterns inks={inks} />
      <rect width={width} height={height} fill="#ffffff" />
      <text x={0} y={17} fontSize={18} fontWeight={700}>
        {name}
      </text>
      <text x={0} y={34} fontSize={12}>
        {job} · from the side, and from above · 1 : {one} · the camera looks to the right
      </text>
      <svg x={0} y={top} width={side.width} height={side.height} overflow="hidden" data-view="elevation">
        <Drawing {...common} p={side} />
      </svg>
      <Ruler p={plan} inks={inks} feet={units === 'feet'} y={top + side.height + 3} />
      <svg
        x={0}
        y={top + side.height + RULER}
        width={plan.width}
        height={plan.height}
        overflow="hidden"
        data-view="plan"
      >
        <Drawing {...common} p={plan} />
      </svg>
      <Legend
        x={LEGEND_FROM * PER_MM}
        width={(PAPER.width - LEGEND_FROM) * PER_MM}
        setup={setup}
        layout={layout}
        assessment={assessment}
      />
    </svg>
  )
}

const LINE = 14
/** About so many pixels wide is a letter of 11.5 px. */
const LETTER = 5.7

type LegendProps = { x: number; width: number } & Pick<Props, 'setup' | 'layout' | 'assessment'>

/** What stands where: heights, distances, powers, and the dials of the camera. */
function Legend({ x, width, setup, layout, assessment }: LegendProps) {
  const room = Math.floor(width / LETTER)
  const of = (kind: ThingRef['thing']) => layout.things.filter(({ what }) => what.thing === kind)
  const people = of('person').length
  const entries = [
    ...layout.things
      .filter(({ kind }) => kind === 'light')
      .map((thing) => entryOf(thing, power(setup, assessment, thing))),
    ...of('card').map((thing) => entryOf(thing)),
    ...of('camera').map((thing) => entryOf(thing, dials(assessment))),
    ...layout.things
      .filter(({ what }) => isMain(what))
      .map((thing) => entryOf(people > 1 ? { ...thing, name: `People, ${people}; the first` } : thing)),
    ...of('pane').map((thing) => entryOf(thing)),
    ...of('side').map((thing) => entryOf(thing)),
  ]
  const rows = entries.flatMap(({ mark, name, lines }) => [
    { text: `${mark ? `${mark}  ` : ''}${name}`, strong: true },
    ...lines.flatMap((line) => wrapped(line, room)).map((text) => ({ text, strong: false })),
  ])
  return (
    <g data-legend>
      {rows.map(({ text, strong }, index) => (
        <text key={index} x={x} y={17 + index * LINE} fontSize={11.5} fontWeight={strong ? 700 : 400}>
          {text}
        </text>
      ))}
    </g>
  )
}

const entryOf = (thing: Drawn, more?: string) => ({
  mark: thing.mark,
  name: thing.name,
  lines: more ? [thing.place, more] : [thing.place],
})

function power(setup: Setup, assessment: Assessment, thing: Drawn): string | undefined {
  const light = thing.what.thing === 'light' ? setup.lights[thing.what.index] : undefined
  const report = assessment.lights.find((one) => one.light === light?.id)
  if (!report) return undefined
  return `${report.flash}, power ${report.power}${report.gel ? `, ${report.gel}` : ''}`
}

const dials = (assessment: Assessment) =>
  assessment.dials
    .filter(({ id, label }) => id.dial !== 'power' && label !== 'none')
    .map(({ id, label }) =>
      id.dial === 'iso' || id.dial === 'nd' ? `${id.dial.toUpperCase()} ${label}` : label,
    )
    .join(', ')

/** A text in lines of about this many letters. */
function wrapped(text: string, room: number): string[] {
  const lines: string[] = []
  let line = ''
  for (const word of text.split(' ')) {
    if (line && line.length + word.length + 1 > room) {
      lines.push(line)
      line = ''
    }
    line = line ? `${line} ${word}` : word
  }
  return line ? [...lines, line] : lines
}
