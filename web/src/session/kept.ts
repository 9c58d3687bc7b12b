import type { Delta } from './delta'

/** What is kept of a thing, and how to keep it. */
export type Gateway<K, D> = {
  /** A name for it, unique in the studio. */
  key: string
  load: () => Promise<K>
  save: (doc: D, version: number) => Promise<K>
  doc: (kept: K) => D
  version: (kept: K) => number
}

/** Why something was not kept. */
export type Failure<K> =
  | { kind: 'stale'; newer: K | null; words: string }
  | { kind: 'fields'; errors: Record<string, string> }
  | { kind: 'gone' }
  /** Nothing can be done but to try again. */
  | { kind: 'unreachable'; words: string }
  /** Said no for another reason. */
  | { kind: 'refused'; words: string }

export type SaveState = 'saved' | 'waiting' | 'saving' | 'unreachable' | 'refused' | 'conflict'

/** A draft that was left unsaved by a page that closed. */
export type Left<D> = { base: D; version: number; queue: Delta[]; at: number }

export type Drafts<D> = {
  get: (key: string) => Promise<Left<D> | undefined>
  put: (key: string, left: Left<D> | null) => void
}

export type Clash = { field: string; mine: unknown; theirs: unknown }

export type Session<K, D> = {
  kept: K | null
  draft: D | null
  save: SaveState
  /** What was refused, by field; it is not part of the draft. */
  errors: Record<string, string>
  trouble: string | null
  /** Both sides, while someone else changed the same. */
  conflict: { newer: K; clashes: Clash[] } | null
  /** What was put aside in a conflict, to bring back. */
  shelved: boolean
  /** A draft that a closed page left. */
  left: boolean
  missing: boolean
  canUndo: boolean
  canRedo: boolean
}

/** How a session tells the time, what failed, and whoever wants to know of what was kept. */
export type Ways<K> = {
  failure: (error: unknown) => Failure<K>
  later: (run: () => void, after: number) => () => void
  now: () => number
  /** Told whenever something was kept. */
  onKept?: (kept: K) => void
}
