import type { Fields } from './specs'

const steps = (pointer: string) => pointer.split('/').slice(1)

/** What stands at a JSON pointer; undefined where the way does not exist. */
export function read(value: unknown, pointer: string): unknown {
  return steps(pointer).reduce<unknown>(
    (at, step) => (at !== null && typeof at === 'object' ? (at as Fields)[step] : undefined),
    value,
  )
}

/** The same value with something else at a pointer. */
export function write(value: Fields, pointer: string, put: unknown): Fields {
  const [first, ...rest] = steps(pointer)
  if (first === undefined) return value
  const below = rest.length === 0 ? put : write((value[first] ?? {}) as Fields, `/${rest.join('/')}`, put)
  return { ...value, [first]: below }
}
