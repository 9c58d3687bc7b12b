/**
 * What an edit changed, told by where it is and not by what the whole looked like, so that it can be made again on a newer
 * state without taking back what others changed there. Things in lists are told by their id, where they have one.
 */
export type Json = null | boolean | number | string | Json[] | { [key: string]: Json | undefined }

/** A step into a value: a key, a place in a list, or the id of a thing in a list. */
type Step = string | number | { id: string }

export type Change =
  | { at: Step[]; put: Json }
  | { at: Step[]; gone: true }
  /** A thing put into a list, after another one; at the front after none. */
  | { at: Step[]; add: Json; after: string | null }
  /** The ids of a list, in a new order. */
  | { at: Step[]; order: string[] }

export type Delta = readonly Change[]

type Thing = { id: string; [key: string]: Json | undefined }

const isObject = (value: Json | undefined): value is { [key: string]: Json | undefined } =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

const isThings = (value: Json[]): value is Thing[] =>
  value.length > 0 && value.every((one) => isObject(one) && typeof one.id === 'string')

export function same(a: Json | undefined, b: Json | undefined): boolean {
  if (a === b) return true
  if (Array.isArray(a) && Array.isArray(b)) {
    return a.length === b.length && a.every((one, index) => same(one, b[index]))
  }
  if (isObject(a) && isObject(b)) {
    const keys = new Set([...Object.keys(a), ...Object.keys(b)])
    return [...keys].every((key) => same(a[key], b[key]))
  }
  return false
}

function between(a: Json | undefined, b: Json | undefined, at: Step[], found: Change[]): void {
  if (same(a, b)) return
  if (b === undefined) {
    found.push({ at, gone: true })
  } else if (isObject(a) && isObject(b)) {
    for (const key of new Set([...Object.keys(a), ...Object.keys(b)]))
      between(a[key], b[key], [...at, key], found)
  } else if (Array.isArray(a) && Array.isArray(b) && (isThings(a) || isThings(b))) {
    if ((a.length === 0 || isThings(a)) && (b.length === 0 || isThings(b))) {
      things(a as Thing[], b as Thing[], at, found)
    } else {
      found.push({ at, put: b })
    }
  } else if (Array.isArray(a) && Array.isArray(b) && a.length === b.length) {
    a.forEach((one, index) => between(one, b[index], [...at, index], found))
  } else {
    found.push({ at, put: b })
  }
}

function things(a: Thing[], b: Thing[], at: Step[], found: Change[]): void {
  for (const old of a) {
    const now = b.find((one) => one.id === old.id)
    if (now) between(old, now, [...at, { id: old.id }], found)
    else found.push({ at: [...at, { id: old.id }], gone: true })
  }
  b.forEach((one, index) => {
    if (!a.some((old) => old.id === one.id)) found.push({ at, add: one, after: b[index - 1]?.id ?? null })
  })
  const left = a.filter((old) => b.some((one) => one.id === old.id)).map((old) => old.id)
  const order = b.filter((one) => a.some((old) => old.id === one.id)).map((one) => one.id)
  if (left.some((id, index) => order[index] !== id)) found.push({ at, order: b.map((one) => one.id) })
}

/** What has to be changed in `a` to make it `b`. */
export function diff<T>(a: T, b: T): Delta {
  const found: Change[] = []
  between(a as Json, b as Json, [], found)
  return found
}

function inside(
  value: Json | undefined,
  at: Step[],
  by: (value: Json | undefined) => Json | undefined,
): Json | undefined {
  const [step, ...rest] = at
  if (step === undefined) return by(value)
  if (typeof step === 'object') {
    // A thing that is there no longer is not changed.
    if (!Array.isArray(value)) return value
    return value.flatMap((one) => {
      if (!isObject(one) || one.id !== step.id) return [one]
      const next = inside(one, rest, by)
      return next === undefined ? [] : [next]
    })
  }
  if (typeof step === 'number') {
    if (!Array.isArray(value) || step >= value.length) return value
    return value.map((one, index) => (index === step ? (inside(one, rest, by) ?? null) : one))
  }
  if (!isObject(value)) return value
  const next = inside(value[step], rest, by)
  if (next === value[step]) return value
  const copy = { ...value }
  if (next === undefined) delete copy[step]
  else copy[step] = next
  return copy
}

function made(change: Change, value: Json | undefined): Json | undefined {
  if ('put' in change) return change.put
  if ('gone' in change) return undefined
  if (!Array.isArray(value)) return value
  const list = value as Thing[]
  if ('add' in change) {
    const added = change.add as Thing
    const rest = list.filter((one) => one.id !== added.id)
    const place = change.after === null ? 0 : rest.findIndex((one) => one.id === change.after) + 1
    const index = change.after !== null && place === 0 ? rest.length : place
    return [...rest.slice(0, index), added, ...rest.slice(index)]
  }
  const place = (one: Thing) => change.order.indexOf(one.id)
  // What the order does not know keeps its place at the end.
  const known = list.filter((one) => place(one) >= 0).sort((a, b) => place(a) - place(b))
  return [...known, ...list.filter((one) => place(one) < 0)]
}

/** Makes the changes on a state, which may be a newer one. */
export function apply<T>(state: T, delta: Delta): T {
  return delta.reduce<Json | undefined>(
    (now, change) => inside(now, change.at, (value) => made(change, value)),
    state as Json,
  ) as T
}

/** Where a change is, as a JSON pointer; things by their place in `state`. */
export function pointer(state: unknown, at: Step[]): string {
  let now = state as Json | undefined
  let path = ''
  for (const step of at) {
    if (typeof step === 'object') {
      const index: number = Array.isArray(now)
        ? now.findIndex((one) => isObject(one) && one.id === step.id)
        : -1
      path += `/${index}`
      now = Array.isArray(now) ? now[index] : undefined
    } else {
      path += `/${step}`
      now = Array.isArray(now) ? now[Number(step)] : isObject(now) ? now[step] : undefined
    }
  }
  return path
}

const key = (step: Step) => (typeof step === 'object' ? `#${step.id}` : String(step))

const target = (change: Change): string[] => {
  const at = change.at.map(key)
  return 'add' in change
    ? [...at, key({ id: (change.add as Thing).id })]
    : 'order' in change
      ? [...at, ':order']
      : at
}

/** The places two deltas both change: one is the other's place, or lies in it. */
export function clashes(a: Delta, b: Delta): Change[] {
  const begins = (whole: string[], start: string[]) => start.every((step, index) => whole[index] === step)
  return a.filter((one) =>
    b.some((other) => {
      const [x, y] = [target(one), target(other)]
      return (begins(x, y) || begins(y, x)) && !same(one, other)
    }),
  )
}
