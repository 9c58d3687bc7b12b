import { memo, useRef } from 'react'
import { mergeProps, useFocusRing, useMove } from 'react-aria'
import styled from 'styled-components'
import type { Drawn } from '../api/types'
import type { Dot, Projection } from './drawing/projection'
import { Symbol } from './drawing/Symbol'
import type { Inks } from './drawing/inks'
import type { Spot } from './moves'

const Held = styled.g`
  outline: none;
  touch-action: none;
  cursor: grab;
  &:active {
    cursor: grabbing;
  }
  .ring {
    fill: none;
    stroke: transparent;
    stroke-width: 2;
  }
  &[data-focused] .ring {
    stroke: ${({ theme }) => theme.ink};
    stroke-width: 3;
  }
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
  onGrab: (key: string) => void
  /** The way from where it was taken, in metres; by keys from where it is. */
  onMove: (key: string, by: Spot, from: 'grab' | 'here') => void
  onRelease: () => void
}

/** A thing of the drawing that is moved by hand: by pointer, by touch, by arrow keys. */
export const Movable = memo(function Movable(props: Props) {
  const { thing, p, inks, chosen, dx, dy, step, onChoose, onGrab, onMove, onRelease } = props
  const { focusProps, isFocusVisible } = useFocusRing()
  const way = useRef<Dot>([0, 0])
  const { moveProps } = useMove({
    onMoveStart() {
      way.current = [0, 0]
      onGrab(thing.key)
    },
    onMove({ deltaX, deltaY, pointerType, shiftKey }) {
      if (pointerType === 'keyboard') {
        const far = step * (shiftKey ? 5 : 1) * p.scale
        onMove(thing.key, p.metres(Math.sign(deltaX) * far, Math.sign(deltaY) * far), 'here')
        return
      }
      way.current = [way.current[0] + deltaX, way.current[1] + deltaY]
      onMove(thing.key, p.metres(...way.current), 'grab')
    },
    onMoveEnd: onRelease,
  })
  // Moving keeps the press from giving it the focus, which the arrow keys then need.
  const take = (event: React.PointerEvent<SVGGElement>) => event.currentTarget.focus({ preventScroll: true })
  const at = p.at(thing.at)
  const name = thing.mark ? `${thing.mark}, ${thing.name}` : thing.name
  const wall = thing.kind === 'wall'
  return (
    <Held
      {...mergeProps(moveProps, focusProps, { onPointerDown: take, onFocus: () => onChoose(thing.key) })}
      role="button"
      tabIndex={chosen ? 0 : -1}
      aria-label={`${name}, ${p.side === 'plan' ? 'from above' : 'from the side'}: ${thing.place}`}
      aria-roledescription="thing to move"
      aria-pressed={chosen}
      data-thing={thing.key}
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
