import { memo } from 'react'
import { mergeProps } from 'react-aria'
import styled from 'styled-components'
import type { Drawn, ThingRef } from '../api/types'
import { Grip, useGrip } from '../drawing/grip'
import type { Projection } from './drawing/projection'
import { Symbol } from './drawing/Symbol'
import type { Inks } from './drawing/inks'
import type { Spot } from './moves'
import { keyOf } from './things'

const Held = styled(Grip)`
  touch-action: none;
  &[data-focused] .edge {
    stroke: ${({ theme }) => theme.ink};
    stroke-opacity: 0.35;
  }
`

type Props = {
  thing: Drawn
  p: Projection
  inks: Inks
  chosen: boolean
  /** How far it has been moved since it was drawn, in pixels. */
  dx: number
  dy: number
  /** One press of an arrow key, in metres. */
  step: number
  onChoose: (key: string) => void
  onGrab: (what: ThingRef) => void
  /** The way from where it was taken, in metres; by keys from where it is. */
  onMove: (what: ThingRef, by: Spot, from: 'grab' | 'here') => void
  onRelease: () => void
}

/** A thing of the drawing that is moved by hand: by pointer, by touch, by arrow keys. */
export const Movable = memo(function Movable(props: Props) {
  const { thing, p, inks, chosen, dx, dy, step, onChoose, onGrab, onMove, onRelease } = props
  const { gripProps, isFocusVisible } = useGrip({
    onTake: () => onGrab(thing.what),
    onHand: (way) => onMove(thing.what, p.metres(...way), 'grab'),
    onArrow(x, y, far) {
      const way = step * (far ? 5 : 1) * p.scale
      onMove(thing.what, p.metres(x * way, y * way), 'here')
    },
    onLetGo: onRelease,
  })
  const at = p.at(thing.at)
  const name = thing.mark ? `${thing.mark}, ${thing.name}` : thing.name
  const wall = thing.kind === 'wall'
  return (
    <Held
      {...mergeProps(gripProps, { onFocus: () => onChoose(keyOf(thing.what)) })}
      role="button"
      tabIndex={chosen ? 0 : -1}
      aria-label={`${name}, ${p.side === 'plan' ? 'from above' : 'from the side'}: ${thing.place}`}
      aria-roledescription="thing to move"
      aria-pressed={chosen}
      data-thing={keyOf(thing.what)}
      data-side={p.side}
      data-chosen={chosen || undefined}
      data-focused={isFocusVisible || undefined}
      transform={dx || dy ? `translate(${dx} ${dy})` : undefined}
    >
      {!wall && <circle cx={at[0]} cy={at[1]} r={20} fill="transparent" />}
      <Symbol thing={thing} p={p} inks={inks} bold={chosen} />
      {!wall && <circle className="ring" cx={at[0]} cy={at[1]} r={22} />}
    </Held>
  )
})
