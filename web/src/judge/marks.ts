import type { MarkOf, Patch, TakeMark } from '../api/types'

/** What a mark is called. */
const names: Record<Patch, string> = {
  face: 'face',
  shadow_side: 'shadow side',
  edge: 'edge',
  legs: 'legs',
  background: 'background',
  sky: 'sky',
}
export const patches = Object.keys(names) as Patch[]

export const nameOf = (of: MarkOf) =>
  of.kind === 'patch'
    ? names[of.patch]
    : { grey_card: 'grey card', white: 'white panel', black: 'black panel' }[of.kind]

/** A mark's kind as one word. */
export const keyOf = (of: MarkOf) => (of.kind === 'patch' ? of.patch : of.kind)

export const allMarks: readonly MarkOf[] = [
  ...patches.map((patch) => ({ kind: 'patch', patch }) as const),
  { kind: 'grey_card' },
  { kind: 'white' },
  { kind: 'black' },
]

/** A mark with its middle here, kept inside the frame. */
export const put = (mark: TakeMark, x: number, y: number): TakeMark => {
  const inside = (at: number, side: number) => Math.max(side / 2, Math.min(1 - side / 2, at))
  return { ...mark, x: inside(x, mark.width), y: inside(y, mark.height) }
}

/** A mark so many times as large, about its middle, kept inside the frame. */
export const sized = (mark: TakeMark, by: number): TakeMark => {
  const side = (of: number) => Math.max(0.004, Math.min(0.5, of * by))
  return put({ ...mark, width: side(mark.width), height: side(mark.height) }, mark.x, mark.y)
}
