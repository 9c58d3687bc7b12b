import { replaceEqualDeep } from '@tanstack/react-query'
import type { Layout } from '../api/types'

/** The new drawing with the things and the reach of the old one where they are alike; its lines hardly ever are. */
export const sameWhereSame = (old: Layout | null, next: Layout): Layout =>
  old
    ? {
        ...next,
        things: replaceEqualDeep(old.things, next.things),
        extent: replaceEqualDeep(old.extent, next.extent),
        pyramid: replaceEqualDeep(old.pyramid, next.pyramid),
      }
    : next
