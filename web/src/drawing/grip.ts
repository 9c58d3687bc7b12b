import { useRef } from 'react'
import { mergeProps, useFocusRing, useMove } from 'react-aria'
import styled from 'styled-components'
import type { Dot } from './path'

type Ways = {
  /** It was taken hold of, by whatever. */
  onTake?: () => void
  /** The whole way of the hand since it was taken, in pixels. */
  onHand: (way: Dot) => void
  /** One press of an arrow key: right and down are positive. */
  onArrow: (x: number, y: number, far: boolean) => void
  /** A press of Page up (1) or Page down (−1), Home (−∞) or End (∞). */
  onLeap?: (by: number) => void
  onLetGo?: () => void
}

const LEAPS: Record<string, number> = { PageUp: 1, PageDown: -1, Home: -Infinity, End: Infinity }

/** What everything that is dragged has in common: by mouse, by touch and by keys, with the focus where the hand is. */
export function useGrip({ onTake, onHand, onArrow, onLeap, onLetGo }: Ways) {
  const { focusProps, isFocusVisible } = useFocusRing()
  const way = useRef<Dot>([0, 0])
  const { moveProps } = useMove({
    onMoveStart() {
      way.current = [0, 0]
      onTake?.()
    },
    onMove({ deltaX, deltaY, pointerType, shiftKey }) {
      if (pointerType === 'keyboard') {
        onArrow(Math.sign(deltaX), Math.sign(deltaY), shiftKey)
        return
      }
      way.current = [way.current[0] + deltaX, way.current[1] + deltaY]
      onHand(way.current)
    },
    onMoveEnd: onLetGo,
  })
  const own = {
    // Moving keeps the press from giving it the focus, which the arrow keys then need.
    onPointerDown: (event: React.PointerEvent<Element>) => {
      if (event.currentTarget instanceof HTMLElement || event.currentTarget instanceof SVGElement)
        event.currentTarget.focus({ preventScroll: true })
    },
    onKeyDown: (event: React.KeyboardEvent) => {
      const by = LEAPS[event.key]
      if (!onLeap || by === undefined) return
      event.preventDefault()
      onLeap(by)
    },
  }
  return { gripProps: mergeProps(moveProps, focusProps, own), isFocusVisible }
}

/** A part of a drawing that is taken hold of: the ring shows that the keys are on it. */
export const Grip = styled.g`
  outline: none;
  cursor: grab;
  &:active {
    cursor: grabbing;
  }
  .ring {
    fill: none;
    stroke: transparent;
    stroke-width: 3;
  }
  &[data-focused] .ring {
    stroke: ${({ theme }) => theme.ink};
  }
`
