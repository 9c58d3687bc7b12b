import type { ReactNode } from 'react'
import type { Assessment, Drawn, Layout } from '../../api/types'
import { stopsLabel } from '../../words/stops'
import { type Inks, strokes } from './inks'
import { EqualLight, Ground, Lines, MirrorImages, Sight, Spans, Sun, Words } from './Marks'
import { type Dot } from '../../drawing/path'
import { ahead, type Projection } from './projection'
import { Symbol } from './Symbol'
import { isMain, keyOf } from '../things'

type Props = {
  p: Projection
  inks: Inks
  layout: Layout
  assessment: Assessment
  /** What is chosen; the marks of other lights are left out. All lights have theirs where nothing is. */
  chosen: string | null
  /** Draws a thing so that it can be moved; as its bare symbol without it. */
  hold?: (thing: Drawn) => ReactNode
}

/** The set from one side: what stands where, with the marks of the light. */
export function Drawing({ p, inks, layout, assessment, chosen, hold }: Props) {
  const light = chosenLight(layout, assessment, chosen)
  const marked = <T extends { light: string }>(all: T[]) =>
    light === null ? all : all.filter((mark) => mark.light === light)
  const lines = (edges: Layout['beams']) =>
    marked(edges).flatMap((edge) => (p.side === 'plan' ? edge.plan : edge.elevation))
  const main = layout.things.find(({ what }) => isMain(what))
  const eye = layout.pyramid.eye
  return (
    <>
      {p.side === 'elevation' && <Ground p={p} inks={inks} />}
      <Sight p={p} inks={inks} pyramid={layout.pyramid} />
      <EqualLight p={p} inks={inks} curves={layout.curves} />
      <Lines
        p={p}
        inks={inks}
        lines={lines(layout.shadows)}
        dash={strokes.shadow}
        ink={inks.ink}
        width={1.3}
      />
      <Lines p={p} inks={inks} lines={lines(layout.beams)} dash={strokes.beam} ink={inks.flash} />
      {layout.sun && main && <Sun p={p} inks={inks} sun={layout.sun} subject={main.at} />}
      {layout.things
        .filter((thing) => isSeen(thing, p))
        .map((thing) => (
          <g key={keyOf(thing.what)} data-drawn={keyOf(thing.what)}>
            {hold ? hold(thing) : <Symbol thing={thing} p={p} inks={inks} />}
          </g>
        ))}
      <g pointerEvents="none">
        <Spans p={p} inks={inks} spans={marked(layout.spans)} />
        <MirrorImages p={p} inks={inks} assessment={assessment} eye={eye} />
      </g>
      <g aria-hidden pointerEvents="none">
        {layout.things.map(
          (thing) => thing.mark && <Mark key={keyOf(thing.what)} thing={thing} p={p} inks={inks} />,
        )}
        {layout.beyond && p.side === 'plan' && (
          <Words at={[p.width - 6, 14]} inks={inks} size={11.5} anchor="end" ink={inks.quiet}>
            {`${layout.beyond} →`}
          </Words>
        )}
        {p.side === 'plan' && <FaceLevels p={p} inks={inks} layout={layout} assessment={assessment} />}
      </g>
    </>
  )
}

/** Whether a thing is seen from this side: a side wall is not from the side, nor a ceiling from above. */
const isSeen = (thing: Drawn, p: Projection) =>
  thing.kind !== 'wall' || Math.hypot(...p.along(thing.looks)) > 1e-6

/** The light whose marks are drawn: the chosen one, else the first that fires; all where `chosen` is nothing. */
function chosenLight(layout: Layout, assessment: Assessment, chosen: string | null): string | null {
  if (chosen === null) return null
  const lights = layout.things.filter(({ what }) => what.thing === 'light')
  const on = lights.filter(({ kind }) => kind === 'light')
  const one = lights.find(({ what }) => keyOf(what) === chosen) ?? on[0]
  const place = on.findIndex((light) => light === one)
  return assessment.set.lights[place]?.light ?? ''
}

/** The letter or number a thing has in the list and in the legend. */
function Mark({ thing, p, inks }: { thing: Drawn; p: Projection; inks: Inks }) {
  const at = p.at(thing.at)
  const back = ahead(p.along(thing.looks), -Math.max(24, 0.5 * p.scale), [0, 1])
  const inside = ([x, y]: Dot): Dot => [
    Math.min(p.width - 8, Math.max(8, x)),
    Math.min(p.height - 4, Math.max(14, y)),
  ]
  return (
    <Words at={inside([at[0] + back[0], at[1] + back[1] + 5])} inks={inks} size={15} strong>
      {thing.mark ?? ''}
    </Words>
  )
}

/** Each face of a group against the main one. */
function FaceLevels({ p, inks, layout, assessment }: Omit<Props, 'chosen' | 'hold'>) {
  const levels = assessment.set.evenness?.faces
  if (!levels) return null
  const people = layout.things.filter(({ what }) => what.thing === 'person')
  return people.map((person, index) => {
    const at = p.at(person.at)
    return (
      <Words
        key={keyOf(person.what)}
        at={[at[0] + 0.26 * p.scale, at[1] + 4]}
        inks={inks}
        size={11}
        anchor="start"
      >
        {stopsLabel(levels[index] ?? 0)}
      </Words>
    )
  })
}

/** What the drawing fills its patterns with. */
export function Patterns({ inks }: { inks: Inks }) {
  return (
    <defs>
      <pattern id="sharp" width="5" height="5" patternUnits="userSpaceOnUse">
        <rect width="5" height="5" fill={inks.fill} />
        <circle cx="1.2" cy="1.2" r="0.8" fill={inks.quiet} />
      </pattern>
    </defs>
  )
}
