import { useLayoutEffect, useRef, useState } from 'react'

/** The room for both drawings, in pixels. */
export type Room = { width: number; high: number }

/** The ruler between the two drawings. */
export const RULER = 26
/** What else stands above and below the drawings at a desk. */
const AROUND = 336
const LEAST = 360

/** Measures the room there is, as wide as what the ref is put on. */
export function useRoom() {
  const box = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState<Room | null>(null)
  useLayoutEffect(() => {
    const element = box.current
    if (!element) return
    const measure = () => {
      const width = Math.floor(element.clientWidth)
      const high = Math.max(LEAST, window.innerHeight - AROUND)
      if (width > 0) setRoom((now) => (now?.width === width && now.high === high ? now : { width, high }))
    }
    measure()
    const watch = new ResizeObserver(measure)
    watch.observe(element)
    window.addEventListener('resize', measure)
    return () => {
      watch.disconnect()
      window.removeEventListener('resize', measure)
    }
  }, [])
  return { box, room }
}

/** Width to height of the room, as far as it matters. */
export const ratioOf = (room: Room) => Math.round((room.width / (room.high - RULER)) * 20) / 20
