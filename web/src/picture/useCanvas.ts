import { useMemo, useRef } from 'react'
import { drawnOver, type Over, type Planes } from './planes'

/** What was drawn last, on what and with what over it, and how often there was something to draw. */
type Drawn = { on: HTMLCanvasElement; picture: Planes; over: Over; times: number }

/**
 * What pictures are drawn on. `show` draws a picture that has just come, before the page is drawn with what is said of it, so long as the
 * newest is looked at and it is of the same size; `keep` draws what the page shows, where it does not stand there already.
 */
export function useCanvas() {
  const canvas = useRef<HTMLCanvasElement>(null)
  const drawn = useRef<Drawn | null>(null)
  /** What the newest is drawn with; nothing while one before it is looked at. */
  const newestWith = useRef<Over | null>(null)
  return useMemo(() => {
    const draw = (picture: Planes, over: Over) => {
      const was = drawn.current
      const paper = canvas.current?.getContext('2d')
      if (!paper || (was?.on === paper.canvas && was.picture === picture && was.over === over)) return
      const { width, height } = picture.told
      paper.putImageData(new ImageData(drawnOver(picture, over), width, height), 0, 0)
      const times = (was?.times ?? 0) + 1
      drawn.current = { on: paper.canvas, picture, over, times }
      paper.canvas.dataset.drawn = String(times)
    }
    return {
      canvas,
      show: (picture: Planes) => {
        const { width, height } = canvas.current ?? {}
        const fits = width === picture.told.width && height === picture.told.height
        if (fits && newestWith.current) draw(picture, newestWith.current)
      },
      keep: (picture: Planes | null, over: Over, isNewest: boolean) => {
        newestWith.current = isNewest ? over : null
        if (picture) draw(picture, over)
      },
    }
  }, [])
}
