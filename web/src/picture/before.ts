/** What was seen of a draft, and since when that draft was the one, whenever its picture came. */
type Seen<P, D> = { draft: D; picture: P; since: number }

/** The picture of the newest draft, and the one before the last change. */
export type Turn<P, D> = { now: Seen<P, D> | null; before: P | null }

export const none = { now: null, before: null } as const

/** A draft that stood for less than this, in milliseconds, was on the way of one change and no picture to go back to. */
const STOOD = 1000

/**
 * Takes in a picture: a better one of the same draft leaves the one before as it is; the first of another draft puts the one before in
 * its place, where that had stood for a while: quick turns are one change, however slowly their pictures come.
 */
export function seen<P, D>({ now, before }: Turn<P, D>, of: Seen<P, D>): Turn<P, D> {
  if (!now) return { now: of, before }
  if (now.draft === of.draft) return { now: { ...now, picture: of.picture }, before }
  const stood = of.since - now.since >= STOOD
  return { now: of, before: stood ? now.picture : (before ?? now.picture) }
}
