import { useLayoutEffect, useRef, useState } from 'react'

/** The width of what the ref is put on, in pixels, as it changes. */
export function useWidth(first: number) {
  const box = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(first)
  useLayoutEffect(() => {
    const element = box.current
    if (!element) return
    const measure = () => setWidth(Math.max(1, Math.floor(element.clientWidth)))
    measure()
    const watch = new ResizeObserver(measure)
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  return [box, width] as const
}
