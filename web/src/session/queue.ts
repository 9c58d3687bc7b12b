import type { Delta } from './delta'

/** An edit, with its place in the order of all, and the step it is kept and taken back with. */
export type Op = { delta: Delta; inverse: Delta; place: number; step: number }
/** What an edit is of: edits of the same, one after the other, are one step; those of something else begin another. */
export type Of = string | symbol

/** What is edited and not kept yet, in order. */
export class Queue {
  ops: Op[] = []
  places = 0
  private steps = 0
  private of: Of | null = null

  /** Puts an edit at the end. Without `of` it belongs to the step before, as what the core works out after an edit does. */
  push(delta: Delta, inverse: Delta, of?: Of): Op {
    if (of !== undefined && of !== this.of) {
      this.of = of
      this.steps += 1
    }
    const op = { delta, inverse, place: ++this.places, step: this.steps }
    this.ops = [...this.ops, op]
    return op
  }

  /** What was edited up to a place. */
  before(place = Infinity) {
    return this.ops.filter((op) => op.place <= place)
  }

  /** What is kept next: what is kept together is taken back together by the store, so it is one step; or a single edit. */
  next(until: number | undefined, single: boolean) {
    const open = this.before(until)
    return single ? open.slice(0, 1) : open.filter((op) => op.step === open[0]?.step)
  }

  drop(ops: readonly Op[]) {
    this.ops = this.ops.filter((op) => !ops.includes(op))
  }

  get isEmpty() {
    return this.ops.length === 0
  }
}
