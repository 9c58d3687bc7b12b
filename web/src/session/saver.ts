import { apply } from './delta'
import type { Desk } from './desk'
import type { Failure, Ways } from './kept'
import type { Op } from './queue'

const SAVE_AFTER = 350
const FIRST_WAIT = 500
const LONGEST_WAIT = 5_000

/** Keeps what is edited: one save at a time, again until it can, and on from there. What is refused is dropped alone. */
export class Saver<K, D> {
  private saving: Promise<void> | null = null
  private cancel: (() => void) | null = null
  private wait = FIRST_WAIT
  private oneByOne = false

  constructor(
    private readonly desk: Desk<K, D>,
    private readonly ways: Ways<K>,
  ) {}

  get isBusy() {
    return this.saving !== null
  }

  /** Resolves when the save under way is over. */
  async rests() {
    if (this.saving) await this.saving
  }

  soon(after = SAVE_AFTER) {
    this.cancel?.()
    this.cancel = null
    if (this.desk.inHand || this.desk.state.conflict) return
    this.cancel = this.ways.later(() => void this.flush(), after)
  }

  /** Keeps what is not kept yet; resolves when there is nothing more to do for now. */
  flush(): Promise<void> {
    const { desk } = this
    this.cancel?.()
    this.cancel = null
    if (this.saving)
      return this.saving.then(() =>
        !desk.queue.isEmpty && desk.state.save === 'waiting' ? this.flush() : undefined,
      )
    this.saving = (async () => {
      while (await this.once());
    })().finally(() => {
      this.saving = null
    })
    return this.saving
  }

  /** Tries again now. */
  retry() {
    this.wait = FIRST_WAIT
    if (!this.desk.queue.isEmpty) void this.flush()
  }

  /** Keeps the next step; tells whether there is more to keep. */
  private async once(): Promise<boolean> {
    const { desk } = this
    const { gateway, queue } = desk
    const batch = queue.next(desk.fences[0], this.oneByOne)
    const { kept: ground } = desk.state
    if (ground === null || batch.length === 0 || desk.state.conflict) return false
    const doc = batch.reduce((now, op) => apply(now, op.delta), gateway.doc(ground))
    desk.put({ save: 'saving' })
    try {
      const kept = await gateway.save(doc, gateway.version(ground))
      desk.unanswered = []
      queue.drop(batch)
      if (queue.isEmpty) this.oneByOne = false
      this.wait = FIRST_WAIT
      desk.adopt(kept)
      desk.remember()
      desk.put({ save: desk.stands('waiting'), trouble: null })
      this.ways.onKept?.(kept)
      return !queue.isEmpty && !desk.inHand
    } catch (error) {
      const failure = this.ways.failure(error)
      if (failure.kind === 'unreachable') desk.unanswered = [...desk.unanswered.slice(-9), { doc, batch }]
      return this.failed(failure, batch)
    }
  }

  private async failed(failure: Failure<K>, batch: Op[]): Promise<boolean> {
    const { desk } = this
    switch (failure.kind) {
      case 'stale': {
        const newer = failure.newer ?? (await desk.gateway.load().catch(() => null))
        if (newer === null) return this.later(failure.words)
        desk.meet(newer)
        desk.put({})
        return desk.state.conflict === null
      }
      case 'fields':
      case 'refused': {
        // Of several edits only the one that cannot be kept is dropped.
        if (batch.length > 1) {
          this.oneByOne = true
          return true
        }
        desk.queue.drop(batch)
        desk.history.forget(batch[0])
        desk.redraw()
        desk.remember()
        const said =
          failure.kind === 'fields' ? { ...desk.state.errors, ...failure.errors } : desk.state.errors
        desk.put({
          errors: said,
          save: desk.queue.isEmpty ? 'refused' : 'waiting',
          ...(failure.kind === 'refused' && { trouble: failure.words }),
        })
        return !desk.queue.isEmpty
      }
      case 'gone':
        desk.put({ missing: true, save: 'refused' })
        return false
      case 'unreachable':
        return this.later(failure.words)
    }
  }

  private later(words: string) {
    this.desk.put({ save: 'unreachable', trouble: words })
    this.cancel?.()
    this.cancel = this.ways.later(() => void this.flush(), this.wait)
    this.wait = Math.min(this.wait * 2, LONGEST_WAIT)
    return false
  }
}
