import { apply, type Delta, diff } from './delta'
import type { Op } from './queue'

const STEPS = 200

export type Way = 'undo' | 'redo'

/** What this page itself did, to be taken back and made again. */
export class History {
  private past: Op[] = []
  private future: Op[] = []

  add(op: Op) {
    this.past = [...this.past.slice(-STEPS + 1), op]
    this.future = []
  }

  /** An edit that was refused was never made. */
  forget(op: Op | undefined) {
    this.past = this.past.filter((one) => one !== op)
  }

  clear() {
    this.past = []
    this.future = []
  }

  /**
   * Makes one step by `make`, which tells by false that it cannot be made: where what stands there is no longer as that step
   * left it, someone else was there.
   */
  step(
    way: Way,
    draft: unknown,
    make: (delta: Delta, inverse: Delta) => void,
  ): 'none' | 'made' | 'overtaken' {
    const from = way === 'undo' ? this.past : this.future
    const op = from.at(-1)
    if (!op) return 'none'
    const [delta, left] = way === 'undo' ? [op.inverse, op.delta] : [op.delta, op.inverse]
    const overtaken = diff(apply(draft, left), draft).length > 0
    if (!overtaken) make(delta, left)
    if (way === 'undo') [this.past, this.future] = [from.slice(0, -1), [...this.future, op]]
    else [this.future, this.past] = [from.slice(0, -1), [...this.past, op]]
    return overtaken ? 'overtaken' : 'made'
  }

  get canUndo() {
    return this.past.length > 0
  }

  get canRedo() {
    return this.future.length > 0
  }
}
