import type { ThingRef } from '../api/types'

/** Whether it is what the levels are about: the thing, or the first of the people. */
export const isMain = (what: ThingRef) =>
  what.thing === 'product' || (what.thing === 'person' && what.index === 0)

/** What a thing is called within the page: in lists, in the drawing, for what is chosen. */
export function keyOf(what: ThingRef): string {
  switch (what.thing) {
    case 'camera':
      return 'camera'
    case 'product':
      return 'thing'
    case 'person':
      return `people/${what.index}`
    case 'light':
      return `lights/${what.index}`
    case 'card':
      return `cards/${what.index}`
    case 'pane':
      return `panes/${what.index}`
    case 'side':
      return what.side === 'background' ? 'background' : `room/${what.side}`
  }
}
