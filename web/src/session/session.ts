import { apply, clashes, type Delta, diff } from './delta'
import { sides, touches } from './conflict'
import type { Drafts, Failure, Gateway, Left, SaveState, Session, Ways } from './kept'
import { type Of, type Op, Queue } from './queue'

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
  const queue = new Queue()
  let shelf: Delta[] = []
  let found: Left<D> | null = null
  let past: Op[] = []
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
    state.kept === null ? null : queue.ops.reduce((doc, op) => apply(doc, op.delta), gateway.doc(state.kept))
  const remember = () => {
    if (state.kept === null) return
    const from = gateway.doc(state.kept)
    const left = {
      base: from,
      version: gateway.version(state.kept),
      queue: queue.ops.map((op) => op.delta),
      at: ways.now(),
    }
    drafts.put(gateway.key, queue.isEmpty ? null : left)
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
      queue.drop(ours.batch)
      unanswered = []
      adopt(newer)
      remember()
      // It had been kept all the while.
      if (queue.isEmpty) state = { ...state, save: settled(), trouble: null }
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
      conflict: { newer, clashes: sides(both, state.draft, doc) },
      save: 'conflict',
    }
  }

  const soon = (after = SAVE_AFTER) => {
    cancel?.()
    cancel = null
    if (inHand || state.conflict) return
    cancel = ways.later(() => void flush(), after)
  }

  async function saveOnce(): Promise<boolean> {
    const batch = queue.next(fences[0], oneByOne)
    if (state.kept === null || batch.length === 0 || state.conflict) return false
    const from = gateway.doc(state.kept)
    const doc = batch.reduce((now, op) => apply(now, op.delta), from)
    put({ save: 'saving' })
    try {
      const kept = await gateway.save(doc, gateway.version(state.kept))
      unanswered = []
      queue.drop(batch)
      if (queue.isEmpty) oneByOne = false
      wait = FIRST_WAIT
      adopt(kept)
      remember()
      put({ save: queue.isEmpty ? settled() : 'waiting', trouble: null })
      ways.onKept?.(kept)
      return !queue.isEmpty && !inHand
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
        queue.drop(batch)
        past = past.filter((op) => op !== bad)
        state = { ...state, draft: redraw() }
        remember()
        const said = failure.kind === 'fields' ? { ...state.errors, ...failure.errors } : state.errors
        put({
          errors: said,
          save: queue.isEmpty ? 'refused' : 'waiting',
          ...(failure.kind === 'refused' && { trouble: failure.words }),
        })
        return !queue.isEmpty
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
    if (saving) return saving.then(() => (!queue.isEmpty && state.save === 'waiting' ? flush() : undefined))
    saving = (async () => {
      while (await saveOnce());
    })().finally(() => {
      saving = null
    })
    return saving
  }

  function push(delta: Delta, inverse: Delta, history: boolean, of?: Of): boolean {
    if (delta.length === 0) return false
    const op = queue.push(delta, inverse, inHand ? undefined : of)
    if (history) {
      past = [...past.slice(-STEPS + 1), op]
      future = []
    }
    // What is edited where something was refused puts it right, or is refused anew.
    const errors = Object.fromEntries(
      Object.entries(state.errors).filter(
        ([field]) => !delta.some((change) => touches(field, change, state.draft)),
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
  function dropRefused(): boolean {
    if (Object.keys(state.errors).length === 0) return false
    state = { ...state, errors: NO_ERRORS }
    put({ trouble: null, save: queue.isEmpty ? settled() : state.save })
    return true
  }

  function edit(by: (doc: D) => D, of?: Of): boolean {
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
    return push(delta, diff(next, now), true, of)
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
      if (state.kept === null || queue.isEmpty) adopt(kept)
      else if (gateway.version(kept) !== gateway.version(state.kept)) meet(kept)
      put(state.save === 'unreachable' || !queue.isEmpty ? {} : { trouble: null })
      if (!queue.isEmpty && !state.conflict) soon(0)
    } catch (error) {
      const failure = ways.failure(error)
      if (failure.kind === 'gone') put({ missing: true })
      else if ('words' in failure) put({ trouble: failure.words })
    }
    if (!seen) {
      seen = true
      found = (await drafts.get(gateway.key).catch(() => undefined)) ?? null
      if (found && queue.isEmpty) put({ left: true })
    }
  }

  const retry = () => {
    wait = FIRST_WAIT
    if (state.kept === null) void load()
    else if (!queue.isEmpty) void flush()
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
    merge: (before: D, after: D, of?: Of) => push(diff(before, after), diff(after, before), false, of),
    flush,
    /** While something is in the hand nothing is saved, so that one undo takes the whole way back. */
    hold(holds: boolean) {
      inHand = holds
      if (!holds && !queue.isEmpty) soon()
    },
    /** Whether everything edited is kept. */
    settled: () => queue.isEmpty,
    /**
     * Makes way for a step of the store's own, as an undo: what is edited from now on waits until that is done, so that
     * the step is not of something that came after it.
     */
    standBack() {
      const place = queue.places
      fences = [...fences, place]
      if (state.save === 'saved') put({ save: 'saving' })
      return {
        /** Whether everything edited before is kept. */
        settled: () => queue.before(place).length === 0,
        /** Takes back the last edit before that is not kept yet; tells whether there was one. */
        dropLast() {
          const last = queue.before(place).at(-1)
          if (!last || saving) return false
          queue.drop([last])
          state = { ...state, draft: redraw() }
          remember()
          put({ save: queue.isEmpty ? settled() : state.save })
          return true
        },
        end() {
          const at = fences.indexOf(place)
          fences = fences.filter((_, index) => index !== at)
          if (queue.isEmpty) put({ save: settled() })
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
      put({ trouble: null, save: queue.isEmpty ? settled() : 'waiting' })
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
        shelf = queue.ops.map((op) => op.delta)
        queue.drop(queue.ops)
        past = []
        future = []
      }
      state = { ...state, conflict: null, kept: conflict.newer }
      state = { ...state, draft: redraw() }
      remember()
      put({ save: queue.isEmpty ? 'saved' : 'waiting', shelved: shelf.length > 0 })
      if (!queue.isEmpty) soon(0)
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
