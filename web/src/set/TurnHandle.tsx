import { useRef } from 'react'
import styled from 'styled-components'
import type { Drawn, ThingRef } from '../api/types'
import { Grip, useGrip } from '../drawing/grip'
import type { Dot } from '../drawing/path'
import { ahead, type Projection } from './drawing/projection'
import { toStep, type Turn } from './moves'
import { keyOf } from './things'

const Handle = styled(Grip)`
  cursor: crosshair;
  touch-action: none;
  path {
    stroke: ${({ theme }) => theme.ink};
    stroke-width: 1.4;
  }
  .knob {
    fill: ${({ theme }) => theme.ground};
    stroke: ${({ theme }) => theme.ink};
    stroke-width: 2.2;
  }
  &[data-focused] .knob {
    stroke-width: 5;
  }
`

/** How far out the handle stands, in pixels. */
const OUT = 46

type Props = {
  thing: Drawn
  p: Projection
  moved: Dot
  /** Whole degrees one turn is rounded to; null for none. */
  step: number | null
  onGrab: (what: ThingRef) => void
  onTurn: (thing: Drawn, to: Turn) => void
  onRelease: () => void
}

const degrees = (radians: number) => (radians * 180) / Math.PI

/** Bearing and tilt of where a thing looks. */
export function turnOf({ looks }: Drawn): Turn {
  const [x = 0, y = 0, z = 0] = looks
  return { pan: degrees(Math.atan2(x, y)), tilt: degrees(Math.atan2(z, Math.hypot(x, y))) }
}

/** The handle before a thing that turns it: on the level from above, up and down from the side. */
export function TurnHandle({ thing, p, moved, step, onGrab, onTurn, onRelease }: Props) {
  const turn = turnOf(thing)
  const plan = p.side === 'plan'
  const forward = (thing.looks[1] ?? 0) >= 0 ? 1 : -1
  // From the side only the tilt is turned: the handle stands as if the thing looked straight along the line of sight.
  const way: Dot = plan
    ? ahead(p.along(thing.looks), OUT)
    : [Math.cos((turn.tilt * Math.PI) / 180) * OUT * forward, -Math.sin((turn.tilt * Math.PI) / 180) * OUT]
  const at = p.at(thing.at)
  const knob: Dot = [at[0] + way[0] + moved[0], at[1] + way[1] + moved[1]]
  const taken = useRef<Dot>(way)
  const put = (value: number) => {
    const rounded = toStep(value, step)
    onTurn(
      thing,
      plan
        ? { pan: rounded, tilt: turn.tilt }
        : { pan: turn.pan, tilt: Math.max(-90, Math.min(90, rounded)) },
    )
  }
  const { gripProps, isFocusVisible } = useGrip({
    onTake() {
      taken.current = way
      onGrab(thing.what)
    },
    onHand([dx, dy]) {
      const [x, y] = [taken.current[0] + dx, taken.current[1] + dy]
      put(plan ? degrees(Math.atan2(y, x)) : degrees(Math.atan2(-y, Math.max(1, x * forward))))
    },
    onArrow(x, y, far) {
      const by = (far ? 15 : (step ?? 1)) * (plan ? x + y : x - y)
      put((plan ? turn.pan : turn.tilt) + by)
    },
    onLetGo: onRelease,
  })
  const value = Math.round(plan ? turn.pan : turn.tilt)
  return (
    <Handle
      {...gripProps}
      role="slider"
      tabIndex={0}
      aria-label={`${thing.name}: ${plan ? 'turn' : 'tilt'}`}
      aria-valuemin={plan ? -180 : -90}
      aria-valuemax={plan ? 180 : 90}
      aria-valuenow={value}
      aria-valuetext={plan ? `turned to ${value}°` : `${Math.abs(value)}° ${value >= 0 ? 'up' : 'down'}`}
      data-turn={keyOf(thing.what)}
      data-side={p.side}
      data-focused={isFocusVisible || undefined}
    >
      {/* The arm starts in the middle of the thing: there the hand takes the thing itself. */}
      <path pointerEvents="none" d={`M${at[0] + moved[0]} ${at[1] + moved[1]}L${knob[0]} ${knob[1]}`} />
      <circle cx={knob[0]} cy={knob[1]} r={15} fill="transparent" />
      <circle className="knob" cx={knob[0]} cy={knob[1]} r={6} />
    </Handle>
  )
}
