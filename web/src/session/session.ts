import { apply, clashes, type Change, type Delta, diff, pointer } from './delta'

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

/** An edit, with its place in the order of all, and the step it is kept and taken back with. */
type Op = { delta: Delta; inverse: Delta; place: number; step: number }
/** What an edit is of: edits of the same, one after the other, are one step; those of something else begin another. */
type Of = string | symbol
type Ways<K> = {
  failure: (error: unknown) => Failure<K>
  later: (run: () => void, after: number) => () => void
  now: () => number
  /** Told whenever something was kept. */
  onKept?: (kept: K) => void
}

const NO_ERRORS: Record<string, string> = {}
const SAVE_AFTER = 350
const FIRST_WAIT = 500
const LONGEST_WAIT = 5_000
const STEPS = 200

/**
 * Editing one kept thing. Edits are changes in a queue, made again on whatever is newest; one saver keeps them, tries again
 * until it can, and resumes. Nothing that was edited is lost: what is refused is said and dropped alone, what clashes with
 * another window is shown with both sides, what a page leaves behind is offered again.
 */
export function createSession<K, D>(gateway: Gateway<K, D>, drafts: Drafts<D>, ways: Ways<K>) {
  let state: Session<K, D> = {
    kept: null,
    draft: null,
    save: 'saved',
    errors: NO_ERRORS,
    trouble: null,
    conflict: null,
    shelved: false,
    left: false,
    missing: false,
    canUndo: false,
    canRedo: false,
  }
  const listeners = new Set<() => void>()
  let queue: Op[] = []
  let shelf: Delta[] = []
  let found: Left<D> | null = null
  let past: Op[] = []
  let places = 0
  let steps = 0
  let of: Of | null = null
  /** Places after which nothing is kept for now: steps of the store's own are to come between. */
  let fences: number[] = []
  let future: Op[] = []
  let saving: Promise<void> | null = null
  let cancel: (() => void) | null = null
  let wait = FIRST_WAIT
  let oneByOne = false
  let inHand = false
  let seen = false
  /** What was sent without an answer: it may have been kept all the same. */
  let unanswered: { doc: D; batch: Op[] }[] = []

  const put = (change: Partial<Session<K, D>>) => {
    state = { ...state, ...change, canUndo: past.length > 0, canRedo: future.length > 0 }
    listeners.forEach((listener) => listener())
  }
  // A thing may well be nothing yet, as a day without a place: kept or not is told by `kept` alone.
  const redraw = () =>
    state.kept === null ? null : queue.reduce((doc, op) => apply(doc, op.delta), gateway.doc(state.kept))
  const remember = () => {
    if (state.kept === null) return
    const from = gateway.doc(state.kept)
    const left = {
      base: from,
      version: gateway.version(state.kept),
      queue: queue.map((op) => op.delta),
      at: ways.now(),
    }
    drafts.put(gateway.key, queue.length > 0 ? left : null)
  }

  function adopt(kept: K) {
    const same = state.kept !== null && gateway.version(state.kept) === gateway.version(kept)
    state = { ...state, kept: same ? state.kept : kept, missing: false }
    state = { ...state, draft: redraw() }
  }

  /** Takes a newer state as the ground for what is not kept yet; where both changed the same, both are shown. */
  function meet(newer: K) {
    if (state.kept === null) return adopt(newer)
    const from = gateway.doc(state.kept)
    const ours = unanswered.find((one) => diff(one.doc, gateway.doc(newer)).length === 0)
    if (ours) {
      queue = queue.filter((op) => !ours.batch.includes(op))
      unanswered = []
      adopt(newer)
      remember()
      // It had been kept all the while.
      if (queue.length === 0) state = { ...state, save: settled(), trouble: null }
      return
    }
    const both = clashes(diff(from, state.draft as D), diff(from, gateway.doc(newer)))
    if (both.length === 0) {
      adopt(newer)
      return
    }
    const doc = gateway.doc(newer)
    state = {
      ...state,
      conflict: { newer, clashes: both.map((change) => side(change, doc)) },
      save: 'conflict',
    }
  }
  const side = (change: Change, theirs: D): Clash => {
    const at = pointer(state.draft, change.at)
    const read = (doc: unknown, path: string) =>
      path
        .split('/')
        .slice(1)
        .reduce<unknown>((value, step) => (value as Record<string, unknown> | null)?.[step], doc)
    return { field: at, mine: read(state.draft, at), theirs: read(theirs, pointer(theirs, change.at)) }
  }

  const soon = (after = SAVE_AFTER) => {
    cancel?.()
    cancel = null
    if (inHand || state.conflict) return
    cancel = ways.later(() => void flush(), after)
  }

  const before = (place = Infinity) => queue.filter((op) => op.place <= place)

  async function saveOnce(): Promise<boolean> {
    const open = before(fences[0])
    if (state.kept === null || open.length === 0 || state.conflict) return false
    const from = gateway.doc(state.kept)
    // What is kept together is taken back together by the store: one step at a time.
    const batch = oneByOne ? open.slice(0, 1) : open.filter((op) => op.step === open[0]?.step)
    const doc = batch.reduce((now, op) => apply(now, op.delta), from)
    put({ save: 'saving' })
    try {
      const kept = await gateway.save(doc, gateway.version(state.kept))
      unanswered = []
      queue = queue.slice(batch.length)
      if (queue.length === 0) oneByOne = false
      wait = FIRST_WAIT
      adopt(kept)
      remember()
      put({ save: queue.length === 0 ? settled() : 'waiting', trouble: null })
      ways.onKept?.(kept)
      return queue.length > 0 && !inHand
    } catch (error) {
      const failure = ways.failure(error)
      if (failure.kind === 'unreachable') unanswered = [...unanswered.slice(-9), { doc, batch }]
      return failed(failure, batch)
    }
  }

  /** What is said where nothing waits to be kept: a step that is still to be made is not done yet either. */
  const settled = (): SaveState =>
    fences.length > 0 ? 'saving' : Object.keys(state.errors).length > 0 ? 'refused' : 'saved'

  async function failed(failure: Failure<K>, batch: Op[]): Promise<boolean> {
    switch (failure.kind) {
      case 'stale': {
        const newer = failure.newer ?? (await gateway.load().catch(() => null))
        if (newer === null) return tryLater(failure.words)
        meet(newer)
        put({})
        return state.conflict === null
      }
      case 'fields':
      case 'refused': {
        // Of several edits only the one that cannot be kept is dropped.
        if (batch.length > 1) {
          oneByOne = true
          return true
        }
        const bad = batch[0]
        queue = queue.filter((op) => op !== bad)
        past = past.filter((op) => op !== bad)
        state = { ...state, draft: redraw() }
        remember()
        const said = failure.kind === 'fields' ? { ...state.errors, ...failure.errors } : state.errors
        put({
          errors: said,
          save: queue.length > 0 ? 'waiting' : 'refused',
          ...(failure.kind === 'refused' && { trouble: failure.words }),
        })
        return queue.length > 0
      }
      case 'gone':
        put({ missing: true, save: 'refused' })
        return false
      case 'unreachable':
        return tryLater(failure.words)
    }
  }
  function tryLater(words: string) {
    put({ save: 'unreachable', trouble: words })
    cancel?.()
    cancel = ways.later(() => void flush(), wait)
    wait = Math.min(wait * 2, LONGEST_WAIT)
    return false
  }

  /** Keeps what is not kept yet; resolves when there is nothing more to do for now. */
  function flush(): Promise<void> {
    cancel?.()
    cancel = null
    if (saving) return saving.then(() => (queue.length > 0 && state.save === 'waiting' ? flush() : undefined))
    saving = (async () => {
      while (await saveOnce());
    })().finally(() => {
      saving = null
    })
    return saving
  }

  /** Without `what` it belongs to the step before, as what the core works out after an edit does. */
  function push(delta: Delta, inverse: Delta, history: boolean, what?: Of): boolean {
    if (delta.length === 0) return false
    if (what !== undefined && what !== of && !inHand) {
      of = what
      steps += 1
    }
    const op = { delta, inverse, place: ++places, step: steps }
    queue = [...queue, op]
    if (history) {
      past = [...past.slice(-STEPS + 1), op]
      future = []
    }
    // What is edited where something was refused puts it right, or is refused anew.
    const errors = Object.fromEntries(
      Object.entries(state.errors).filter(
        ([field]) => !delta.some((change) => touches(field, pointer(state.draft, change.at))),
      ),
    )
    state = { ...state, draft: redraw() }
    remember()
    put({
      errors,
      save: state.conflict ? 'conflict' : state.save === 'unreachable' ? 'unreachable' : 'waiting',
    })
    if (state.save !== 'unreachable') soon()
    return true
  }
  const touches = (field: string, at: string) =>
    field === at || field.startsWith(`${at}/`) || at.startsWith(`${field}/`)

  function dropRefused(): boolean {
    if (Object.keys(state.errors).length === 0) return false
    state = { ...state, errors: NO_ERRORS }
    put({ trouble: null, save: queue.length > 0 ? state.save : settled() })
    return true
  }

  function edit(by: (doc: D) => D, what?: Of): boolean {
    // A thing may well be nothing yet; what is not loaded cannot be edited.
    if (state.kept === null) return false
    const now = state.draft as D
    const next = by(now)
    const delta = diff(now, next)
    if (delta.length === 0) {
      // What is kept was typed again: whatever was refused is put right.
      dropRefused()
      return false
    }
    return push(delta, diff(next, now), true, what)
  }

  /** Makes a step of this page's own history again, or takes it back; not over what another window put there since. */
  function step(from: Op[], way: 'undo' | 'redo'): Op[] | null {
    const op = from.at(-1)
    if (!op || state.kept === null) return null
    const [delta, left] = way === 'undo' ? [op.inverse, op.delta] : [op.delta, op.inverse]
    // Where it no longer stands as that step left it, someone else was there.
    if (diff(apply(state.draft, left), state.draft).length > 0) {
      put({ trouble: 'That was changed in another window since, so it is not taken back.' })
      return from.slice(0, -1)
    }
    push(delta, left, false)
    return from.slice(0, -1)
  }

  /** Loads it, or what is newer of it. */
  async function load() {
    if (saving) await saving
    try {
      const kept = await gateway.load()
      if (saving) return
      if (state.kept === null || queue.length === 0) adopt(kept)
      else if (gateway.version(kept) !== gateway.version(state.kept)) meet(kept)
      put(state.save === 'unreachable' || queue.length > 0 ? {} : { trouble: null })
      if (queue.length > 0 && !state.conflict) soon(0)
    } catch (error) {
      const failure = ways.failure(error)
      if (failure.kind === 'gone') put({ missing: true })
      else if ('words' in failure) put({ trouble: failure.words })
    }
    if (!seen) {
      seen = true
      found = (await drafts.get(gateway.key).catch(() => undefined)) ?? null
      if (found && queue.length === 0) put({ left: true })
    }
  }

  const retry = () => {
    wait = FIRST_WAIT
    if (state.kept === null) void load()
    else if (queue.length > 0) void flush()
  }
  return {
    get: () => state,
    subscribe: (listener: () => void) => {
      listeners.add(listener)
      return () => void listeners.delete(listener)
    },
    /** What is known already of it, from a list. */
    seed(kept: K) {
      if (state.kept === null) {
        adopt(kept)
        put({})
      } else if (gateway.version(kept) > gateway.version(state.kept) && !saving) {
        meet(kept)
        put({})
      }
    },
    load,
    edit,
    /** Changes that were worked out from an earlier draft. */
    merge: (before: D, after: D, what?: Of) => push(diff(before, after), diff(after, before), false, what),
    flush,
    /** While something is in the hand nothing is saved, so that one undo takes the whole way back. */
    hold(holds: boolean) {
      inHand = holds
      if (!holds && queue.length > 0) soon()
    },
    /** Whether everything edited is kept. */
    settled: () => queue.length === 0,
    /**
     * Makes way for a step of the store's own, as an undo: what is edited from now on waits until that is done, so that
     * the step is not of something that came after it.
     */
    standBack() {
      const place = places
      fences = [...fences, place]
      if (state.save === 'saved') put({ save: 'saving' })
      return {
        /** Whether everything edited before is kept. */
        settled: () => before(place).length === 0,
        /** Takes back the last edit before that is not kept yet; tells whether there was one. */
        dropLast() {
          const last = before(place).at(-1)
          if (!last || saving) return false
          queue = queue.filter((op) => op !== last)
          state = { ...state, draft: redraw() }
          remember()
          put({ save: queue.length > 0 ? state.save : settled() })
          return true
        },
        end() {
          const at = fences.indexOf(place)
          fences = fences.filter((_, index) => index !== at)
          if (queue.length === 0) put({ save: settled() })
          else soon(0)
        },
      }
    },
    /** Drops what was refused; tells whether there was anything. */
    dropRefused,
    /** What the store says it is now, after a step of the store's own. */
    adopt(kept: K) {
      adopt(kept)
      state = { ...state, errors: NO_ERRORS }
      put({ trouble: null, save: queue.length > 0 ? 'waiting' : settled() })
      ways.onKept?.(kept)
    },
    undo() {
      if (dropRefused()) return
      const op = past.at(-1)
      const left = step(past, 'undo')
      if (!left) return
      if (op && left.length < past.length) future = [...future, op]
      past = left
      put({})
    },
    redo() {
      const op = future.at(-1)
      const left = step(future, 'redo')
      if (!left) return
      if (op) past = [...past, op]
      future = left
      put({})
    },
    /** Ends a conflict: mine goes over theirs, with everything edited meanwhile; or theirs stays and mine is put aside. */
    settle(mine: boolean) {
      const { conflict } = state
      if (!conflict) return
      if (!mine) {
        shelf = queue.map((op) => op.delta)
        queue = []
        past = []
        future = []
      }
      state = { ...state, conflict: null, kept: conflict.newer }
      state = { ...state, draft: redraw() }
      remember()
      put({ save: queue.length > 0 ? 'waiting' : 'saved', shelved: shelf.length > 0 })
      if (queue.length > 0) soon(0)
    },
    /** Brings back what was put aside. */
    bringBack() {
      const deltas = shelf
      shelf = []
      put({ shelved: false })
      edit((doc) => deltas.reduce((now, delta) => apply(now, delta), doc))
    },
    /** Takes up the draft a closed page left, or drops it for good. */
    takeUp(take: boolean) {
      const left = found
      found = null
      put({ left: false })
      if (!left) return
      drafts.put(gateway.key, null)
      if (take) edit((doc) => left.queue.reduce((now, delta) => apply(now, delta), doc))
    },
    /** Tries again now. */
    retry,
    say: (trouble: string | null) => put({ trouble }),
  }
}

export type SessionOf<K, D> = ReturnType<typeof createSession<K, D>>
