import { useEffect, useRef, useState } from 'react'
import styled from 'styled-components'

const Over = styled.svg`
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  overflow: visible;
  pointer-events: none;
  z-index: 1;
`

type Ends = { x1: number; y1: number; x2: number; y2: number; patch: string }

const OF_A_PATCH = '[data-patch-place],[data-patch],[data-total]'

/** The patch something on the page belongs to: a ring in the picture, a bar, or its number. */
function patchOf(target: EventTarget | null): string | null {
  const found = target instanceof Element ? target.closest<SVGElement>(OF_A_PATCH) : null
  return found?.dataset.patchPlace ?? found?.dataset.patch ?? found?.dataset.total ?? null
}

/** The patch under the pointer. The cross in the picture follows it and lies over the rings, so what lies deeper counts too. */
function patchUnder({ clientX, clientY }: PointerEvent): string | null {
  return document.elementsFromPoint(clientX, clientY).map(patchOf).find(Boolean) ?? null
}

/** From the ring of a patch in the picture to its number on the scale, in pixels of what both stand in. */
function endsOf(around: Element, patch: string): Ends | null {
  const ring = around.querySelector(`[data-patch-place='${patch}'] circle`)?.getBoundingClientRect()
  const told = around.querySelector(`[data-total='${patch}']`)?.getBoundingClientRect()
  const from = around.getBoundingClientRect()
  // On a phone the two do not stand beside each other.
  if (!ring?.width || !told?.width || !from.width) return null
  return {
    x1: ring.right - from.left,
    y1: ring.top + ring.height / 2 - from.top,
    x2: told.left - 8 - from.left,
    y2: told.top + told.height / 2 - from.top,
    patch,
  }
}

/** The line from where a patch is measured in the picture to its bar, while either is pointed at or in the keyboard's hand. */
export function MarkLine() {
  const drawn = useRef<SVGSVGElement>(null)
  const [ends, setEnds] = useState<Ends | null>(null)
  useEffect(() => {
    const around = drawn.current?.parentElement
    if (!around) return
    const show = (patch: string | null) => setEnds(patch === null ? null : endsOf(around, patch))
    const look = (event: PointerEvent) => show(patchUnder(event))
    const hold = ({ target }: FocusEvent) => show(patchOf(target))
    const away = () => setEnds(null)
    const called = new AbortController()
    const { signal } = called
    around.addEventListener('pointerover', look, { signal })
    around.addEventListener('pointermove', look, { signal })
    around.addEventListener('focusin', hold, { signal })
    around.addEventListener('pointerleave', away, { signal })
    around.addEventListener('focusout', away, { signal })
    return () => called.abort()
  }, [])
  return (
    <Over ref={drawn} aria-hidden data-mark-line={ends?.patch}>
      {ends && (
        <>
          <path
            d={`M${ends.x1} ${ends.y1}L${ends.x2} ${ends.y2}`}
            stroke="#ffffff"
            strokeWidth={4}
            strokeOpacity={0.8}
          />
          <path d={`M${ends.x1} ${ends.y1}L${ends.x2} ${ends.y2}`} stroke="#1c1c1c" strokeWidth={1.6} />
          <circle cx={ends.x2} cy={ends.y2} r={3} fill="#1c1c1c" />
        </>
      )}
    </Over>
  )
}
