import type { Printed } from '../api/types'

/** Marks as choices. */
export const printed = (marks: Printed[] | undefined, prefix = '') =>
  (marks ?? []).map((mark) => ({ id: String(mark.at), name: `${prefix}${mark.label}` }))

/** An id no entry of a list has yet. */
export function freshId(stem: string, taken: { id: string }[]) {
  let number = taken.length + 1
  while (taken.some((entry) => entry.id === `${stem}-${number}`)) number++
  return `${stem}-${number}`
}
