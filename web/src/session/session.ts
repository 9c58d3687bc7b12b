import { apply, type Delta, diff } from './delta'
import { Desk, NO_ERRORS } from './desk'
import type { Way } from './history'
import type { Drafts, Gateway, Left, Ways } from './kept'
import type { Of } from './queue'
import { Saver } from './saver'

/**
 * Editing one kept thing. Edits are changes in a queue, made again on whatever is newest; one saver keeps them, tries again
 * until it can, and resumes. Nothing that was edited is lost: what is refused is said and dropped alone, what clashes with
 * another window is shown with both sides, what a page leaves behind is offered again.
 */
export function createSession<K, D>(gateway: Gateway<K, D>, drafts: Drafts<D>, ways: Ways<K>) {
  const desk = new Desk(gateway, drafts, ways.now)
  const saver = new Saver(desk, ways)
  const { queue, history } = desk
  let shelf: Delta[] = []
  let found: Left<D> | null = null
  let seen = false

  function push(delta: Delta, inverse: Delta, kept: boolean, of?: Of): boolean {
    const changes = desk.push(delta, inverse, kept, of)
    if (changes && desk.state.save !== 'unreachable') saver.soon()
    return changes
  }

  function edit(by: (doc: D) => D, of?: Of): boolean {
    // A thing may well be nothing yet; what is not loaded cannot be edited.
    if (desk.state.kept === null) return false
    const now = desk.state.draft as D
    const next = by(now)
    const delta = diff(now, next)
    if (delta.length === 0) {
      // What is kept was typed again: whatever was refused is put right.
      desk.dropRefused()
      return false
    }
    return push(delta, diff(next, now), true, of)
  }
  const remake = (deltas: Delta[]) => edit((doc) => deltas.reduce((now, delta) => apply(now, delta), doc))

  function step(way: Way) {
    if (desk.state.kept === null) return
    const came = history.step(way, desk.state.draft, (delta, left) => void push(delta, left, false))
    if (came === 'overtaken')
      desk.put({ trouble: 'That was changed in another window since, so it is not taken back.' })
    else desk.put({})
  }

  /** Loads it, or what is newer of it. */
  async function load() {
    await saver.rests()
    try {
      const kept = await gateway.load()
      if (saver.isBusy) return
      if (desk.state.kept === null || queue.isEmpty) desk.adopt(kept)
      else if (gateway.version(kept) !== gateway.version(desk.state.kept)) desk.meet(kept)
      desk.put(desk.state.save === 'unreachable' || !queue.isEmpty ? {} : { trouble: null })
      if (!queue.isEmpty && !desk.state.conflict) saver.soon(0)
    } catch (error) {
      const failure = ways.failure(error)
      if (failure.kind === 'gone') desk.put({ missing: true })
      else if ('words' in failure) desk.put({ trouble: failure.words })
    }
    if (!seen) {
      seen = true
      found = (await drafts.get(gateway.key).catch(() => undefined)) ?? null
      if (found && queue.isEmpty) desk.put({ left: true })
    }
  }

  return {
    get: () => desk.state,
    subscribe: (listener: () => void) => desk.subscribe(listener),
    /** What is known already of it, from a list. */
    seed(kept: K) {
      if (desk.state.kept === null) {
        desk.adopt(kept)
        desk.put({})
      } else if (gateway.version(kept) > gateway.version(desk.state.kept) && !saver.isBusy) {
        desk.meet(kept)
        desk.put({})
      }
    },
    load,
    edit,
    /** Changes that were worked out from an earlier draft. */
    merge: (before: D, after: D, of?: Of) => push(diff(before, after), diff(after, before), false, of),
    flush: () => saver.flush(),
    /** While something is in the hand nothing is saved, so that one undo takes the whole way back. */
    hold(holds: boolean) {
      desk.inHand = holds
      if (!holds && !queue.isEmpty) saver.soon()
    },
    /** Whether everything edited is kept. */
    settled: () => queue.isEmpty,
    /**
     * Makes way for a step of the store's own, as an undo: what is edited from now on waits until that is done, so that
     * the step is not of something that came after it.
     */
    standBack() {
      const place = queue.places
      desk.fences = [...desk.fences, place]
      if (desk.state.save === 'saved') desk.put({ save: 'saving' })
      return {
        /** Whether everything edited before is kept. */
        settled: () => queue.before(place).length === 0,
        /** Takes back the last edit before that is not kept yet; tells whether there was one. */
        dropLast() {
          const last = queue.before(place).at(-1)
          if (!last || saver.isBusy) return false
          queue.drop([last])
          desk.redraw()
          desk.remember()
          desk.put({ save: desk.stands(desk.state.save) })
          return true
        },
        end() {
          const at = desk.fences.indexOf(place)
          desk.fences = desk.fences.filter((_, index) => index !== at)
          if (queue.isEmpty) desk.put({ save: desk.settled() })
          else saver.soon(0)
        },
      }
    },
    /** Drops what was refused; tells whether there was anything. */
    dropRefused: () => desk.dropRefused(),
    /** What the store says it is now, after a step of the store's own. */
    adopt(kept: K) {
      desk.adopt(kept)
      desk.state = { ...desk.state, errors: NO_ERRORS }
      desk.put({ trouble: null, save: desk.stands('waiting') })
      ways.onKept?.(kept)
    },
    undo() {
      if (!desk.dropRefused()) step('undo')
    },
    redo: () => step('redo'),
    /** Ends a conflict: mine goes over theirs, with everything edited meanwhile; or theirs stays and mine is put aside. */
    settle(mine: boolean) {
      const { conflict } = desk.state
      if (!conflict) return
      if (!mine) {
        shelf = queue.ops.map((op) => op.delta)
        queue.drop(queue.ops)
        history.clear()
      }
      desk.state = { ...desk.state, conflict: null, kept: conflict.newer }
      desk.redraw()
      desk.remember()
      desk.put({ save: queue.isEmpty ? 'saved' : 'waiting', shelved: shelf.length > 0 })
      if (!queue.isEmpty) saver.soon(0)
    },
    /** Brings back what was put aside. */
    bringBack() {
      const deltas = shelf
      shelf = []
      desk.put({ shelved: false })
      remake(deltas)
    },
    /** Takes up the draft a closed page left, or drops it for good. */
    takeUp(take: boolean) {
      const left = found
      found = null
      desk.put({ left: false })
      if (!left) return
      drafts.put(gateway.key, null)
      if (take) remake(left.queue)
    },
    /** Tries again now. */
    retry: () => {
      if (desk.state.kept === null) void load()
      else saver.retry()
    },
    say: (trouble: string | null) => desk.put({ trouble }),
  }
}

export type SessionOf<K, D> = ReturnType<typeof createSession<K, D>>
