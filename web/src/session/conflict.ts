import { type Change, pointer } from './delta'
import type { Clash } from './kept'

const read = (doc: unknown, path: string) =>
  path
    .split('/')
    .slice(1)
    .reduce<unknown>((value, step) => (value as Record<string, unknown> | null)?.[step], doc)

/** Both sides of what was changed here and elsewhere. */
export function sides(changes: readonly Change[], mine: unknown, theirs: unknown): Clash[] {
  return changes.map((change) => {
    const field = pointer(mine, change.at)
    return { field, mine: read(mine, field), theirs: read(theirs, pointer(theirs, change.at)) }
  })
}

/** Whether a change is of a field, of part of it, or of what it is part of. */
export function touches(field: string, change: Change, draft: unknown): boolean {
  const at = pointer(draft, change.at)
  return field === at || field.startsWith(`${at}/`) || at.startsWith(`${field}/`)
}
