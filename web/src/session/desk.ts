import { replaceEqualDeep } from '@tanstack/react-query'
import { sides, touches } from './conflict'
import { apply, clashes, type Delta, diff } from './delta'
import { History } from './history'
import type { Drafts, Gateway, SaveState, Session } from './kept'
import { type Of, type Op, Queue } from './queue'

export const NO_ERRORS: Record<string, string> = {}

/** A kept thing with what was edited of it and is not kept yet: the draft is always the edits made again on the newest state. */
export class Desk<K, D> {
  state: Session<K, D> = {
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
  readonly queue = new Queue()
  readonly history = new History()
  /** Places after which nothing is kept for now: steps of the store's own are to come between. */
  fences: number[] = []
  /** While something is in the hand nothing is saved, so that one undo takes the whole way back. */
  inHand = false
  /** What was sent without an answer: it may have been kept all the same. */
  unanswered: { doc: D; batch: Op[] }[] = []
  private listeners = new Set<() => void>()

  constructor(
    readonly gateway: Gateway<K, D>,
    private readonly drafts: Drafts<D>,
    private readonly now: () => number,
  ) {}

  subscribe(listener: () => void) {
    this.listeners.add(listener)
    return () => void this.listeners.delete(listener)
  }

  put(change: Partial<Session<K, D>>) {
    const { canUndo, canRedo } = this.history
    this.state = { ...this.state, ...change, canUndo, canRedo }
    this.listeners.forEach((listener) => listener())
  }

  // A thing may well be nothing yet, as a day without a place: kept or not is told by `kept` alone.
  redraw() {
    const { kept } = this.state
    const draft =
      kept === null ? null : this.queue.ops.reduce((doc, op) => apply(doc, op.delta), this.gateway.doc(kept))
    // What is as it was stays the same object, so that keeping draws nothing anew.
    this.state = { ...this.state, draft: replaceEqualDeep<D | null>(this.state.draft, draft) }
  }

  remember() {
    const { kept } = this.state
    if (kept === null) return
    const left = {
      base: this.gateway.doc(kept),
      version: this.gateway.version(kept),
      queue: this.queue.ops.map((op) => op.delta),
      at: this.now(),
    }
    this.drafts.put(this.gateway.key, this.queue.isEmpty ? null : left)
  }

  adopt(kept: K) {
    const { gateway } = this
    const same = this.state.kept !== null && gateway.version(this.state.kept) === gateway.version(kept)
    this.state = { ...this.state, kept: same ? this.state.kept : kept, missing: false }
    this.redraw()
  }

  /** Takes a newer state as the ground for what is not kept yet; where both changed the same, both are shown. */
  meet(newer: K) {
    if (this.state.kept === null) return this.adopt(newer)
    const doc = this.gateway.doc(newer)
    const ours = this.unanswered.find((one) => diff(one.doc, doc).length === 0)
    if (ours) {
      this.queue.drop(ours.batch)
      this.unanswered = []
      this.adopt(newer)
      this.remember()
      // It had been kept all the while.
      if (this.queue.isEmpty) this.state = { ...this.state, save: this.settled(), trouble: null }
      return
    }
    const from = this.gateway.doc(this.state.kept)
    const both = clashes(diff(from, this.state.draft as D), diff(from, doc))
    if (both.length === 0) return this.adopt(newer)
    const conflict = { newer, clashes: sides(both, this.state.draft, doc) }
    this.state = { ...this.state, conflict, save: 'conflict' }
  }

  /** What is said where nothing waits to be kept: a step that is still to be made is not done yet either. */
  settled(): SaveState {
    if (this.fences.length > 0) return 'saving'
    return Object.keys(this.state.errors).length > 0 ? 'refused' : 'saved'
  }

  /** What is said where something may still wait. */
  stands(otherwise: SaveState): SaveState {
    return this.queue.isEmpty ? this.settled() : otherwise
  }

  /** Puts an edit at the end of what is not kept; tells whether it changes anything. */
  push(delta: Delta, inverse: Delta, history: boolean, of?: Of): boolean {
    if (delta.length === 0) return false
    const op = this.queue.push(delta, inverse, this.inHand ? undefined : of)
    if (history) this.history.add(op)
    // What is edited where something was refused puts it right, or is refused anew.
    const errors = Object.fromEntries(
      Object.entries(this.state.errors).filter(
        ([field]) => !delta.some((change) => touches(field, change, this.state.draft)),
      ),
    )
    this.redraw()
    this.remember()
    const { conflict, save } = this.state
    this.put({ errors, save: conflict ? 'conflict' : save === 'unreachable' ? 'unreachable' : 'waiting' })
    return true
  }

  /** Drops what was refused; tells whether there was anything. */
  dropRefused(): boolean {
    if (Object.keys(this.state.errors).length === 0) return false
    this.state = { ...this.state, errors: NO_ERRORS }
    this.put({ trouble: null, save: this.stands(this.state.save) })
    return true
  }
}
