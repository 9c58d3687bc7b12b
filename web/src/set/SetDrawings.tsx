import { type ReactNode, useCallback, useMemo, useRef, useState } from 'react'
import styled, { useTheme } from 'styled-components'
import type { Assessment, Drawn, Extent, Layout, Setup, ThingRef } from '../api/types'
import type { BenchState } from '../bench/useBench'
import type { Units } from '../words/units'
import { useUnits } from '../ui/Distance'
import { Drawing, Patterns } from './drawing/Drawing'
import { type Inks, inksOf } from './drawing/inks'
import { type Dot } from '../drawing/path'
import { type Projection, projection } from './drawing/projection'
import { Ruler } from './drawing/Ruler'
import { Movable } from './Movable'
import { putTo, snapped, type Spot, spotOf, type Turn, turns, turnTo } from './moves'
import { keyOf } from './things'
import { shiftedTogether, turnedTogether } from './together'
import { TurnHandle, turnOf } from './TurnHandle'
import { type Room, RULER } from './useRoom'

const Sheet = styled.div`
  user-select: none;
  > svg {
    display: block;
    overflow: hidden;
    font-stretch: 88%;
  }
`
/** The steps of the hand. */
const FIVE_CENTIMETRES = 0.05
const TWO_INCHES = 0.0508
const FIVE_DEGREES = 5

type Props = {
  bench: BenchState
  setup: Setup
  layout: Layout
  laid: Setup
  assessment: Assessment
  chosen: string | null
  onChoose: (key: string) => void
  snap: boolean
  /** Whether whatever is moved takes everything with it. */
  together: boolean
  room: Room
}

/** The set from the side and from above, one over the other on one ruler; everything in it is moved by hand. */
export function SetDrawings(props: Props) {
  const { bench, layout, snap, together, room } = props
  const theme = useTheme()
  const inks = useMemo(() => inksOf(theme), [theme])
  const units = useUnits()
  const hand = useHand(bench, snap ? handOf(units) : null, together)
  const extent = hand.frozen ?? layout.extent
  const scale = scaleFor(extent, room)
  const plan = useMemo(() => projection('plan', extent, scale), [extent, scale])
  const elevation = useMemo(() => projection('elevation', extent, scale), [extent, scale])
  return (
    <Sheet>
      <View {...props} p={elevation} inks={inks} hand={hand} units={units} />
      <View {...props} p={plan} inks={inks} hand={hand} units={units}>
        <Ruler p={plan} inks={inks} feet={units === 'feet'} y={-RULER + 2} />
      </View>
    </Sheet>
  )
}

/** One of the two drawings; what is given stands above it. */
function View(props: Props & { p: Projection; inks: Inks; hand: Hand; units: Units; children?: ReactNode }) {
  const { p, inks, hand, units, children, setup, laid, layout, assessment, chosen, onChoose, snap } = props
  const top = children ? RULER : 0
  const movedBy = (what: ThingRef): Dot => {
    const [now, then] = [spotOf(setup, what), spotOf(laid, what)]
    return now && then ? p.along([now.x - then.x, now.y - then.y, now.z - then.z]) : [0, 0]
  }
  const handled = layout.things.find(
    ({ what }) => keyOf(what) === chosen && turns(what)[p.side === 'plan' ? 'pan' : 'tilt'],
  )
  const { take, letGo, moveBy, turn } = hand
  const hold = (thing: Drawn) => {
    const [dx, dy] = movedBy(thing.what)
    return (
      <Movable
        thing={thing}
        p={p}
        inks={inks}
        chosen={keyOf(thing.what) === chosen}
        dx={dx}
        dy={dy}
        step={handOf(units)}
        onChoose={onChoose}
        onGrab={take}
        onMove={moveBy}
        onRelease={letGo}
      />
    )
  }
  return (
    <svg
      width={p.width}
      height={p.height + top}
      viewBox={`0 ${-top} ${p.width} ${p.height + top}`}
      role="group"
      aria-label={p.side === 'plan' ? 'The set from above' : 'The set from the side'}
      data-drawing={p.side}
      data-scale={p.scale}
    >
      <Patterns inks={inks} />
      <svg width={p.width} height={p.height} overflow="hidden">
        <Drawing p={p} inks={inks} layout={layout} assessment={assessment} chosen={chosen} hold={hold} />
        {handled && (
          <TurnHandle
            thing={handled}
            p={p}
            moved={movedBy(handled.what)}
            step={snap ? FIVE_DEGREES : null}
            onGrab={take}
            onTurn={turn}
            onRelease={letGo}
          />
        )}
      </svg>
      {children}
    </svg>
  )
}

const handOf = (units: Units) => (units === 'feet' ? TWO_INCHES : FIVE_CENTIMETRES)

type Hand = ReturnType<typeof useHand>

/** What the hand does: takes a thing, moves or turns it, lets go. While it holds one the drawing stays as it is under it. */
function useHand({ grab, release, move }: BenchState, step: number | null, together: boolean) {
  const [frozen, setFrozen] = useState<Extent | null>(null)
  const grabbed = useRef<{ key: string; at: Spot; pan: number | null; setup: Setup } | null>(null)
  const take = useCallback(
    (what: ThingRef) => {
      const { draft, layout } = grab()
      const at = draft && spotOf(draft, what)
      const drawn = layout?.things.find((thing) => keyOf(thing.what) === keyOf(what))
      grabbed.current = at && { key: keyOf(what), at, pan: drawn ? turnOf(drawn).pan : null, setup: draft }
      setFrozen(layout?.extent ?? null)
    },
    [grab],
  )
  const letGo = useCallback(() => {
    grabbed.current = null
    setFrozen(null)
    release()
  }, [release])
  const moveBy = useCallback(
    (what: ThingRef, by: Spot, from: 'grab' | 'here') => {
      const held = grabbed.current
      move((now) => {
        const inHand = from === 'grab' && held?.key === keyOf(what) ? held : null
        const start = inHand?.at ?? spotOf(now, what)
        if (!start) return now
        const to = snapped(start, by, step)
        if (!together || what.thing === 'side') return putTo(now, what, to)
        // On the level all go along; up and down only what is held does.
        const way = { x: to.x - start.x, y: to.y - start.y }
        const moved = shiftedTogether(inHand?.setup ?? now, way)
        const there = spotOf(moved, what)
        return there ? putTo(moved, what, { ...there, z: to.z }) : moved
      })
    },
    [move, step, together],
  )
  const turn = useCallback(
    (thing: Drawn, to: Turn) => {
      const held = grabbed.current
      move((now) => {
        const from = turnOf(thing)
        if (!together || to.pan === from.pan) return turnTo(now, thing.what, clean(to, from))
        const inHand = held?.key === keyOf(thing.what) ? held : null
        return turnedTogether(inHand?.setup ?? now, to.pan - (inHand?.pan ?? from.pan))
      })
    },
    [move, together],
  )
  return { frozen, take, letGo, moveBy, turn }
}

/** What is not turned keeps its angle to the tenth, as it is kept. */
const clean = (to: { pan: number; tilt: number }, from: { pan: number; tilt: number }) => ({
  pan: to.pan === from.pan ? tenth(to.pan) : to.pan,
  tilt: to.tilt === from.tilt ? tenth(to.tilt) : to.tilt,
})
const tenth = (value: number) => Math.round(value * 10) / 10

/** The one scale at which both drawings fit. */
function scaleFor({ x, y, z }: Extent, { width, high }: Room): number {
  const span = ([low = 0, top = 0]: number[]) => top - low
  return Math.min(width / span(y), (high - RULER) / (span(x) + span(z)))
}
