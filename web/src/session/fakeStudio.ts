import { createSession } from './session'
import type { Failure, Left } from './kept'

export type Doc = {
  name: string
  iso: number
  camera: { y: number }
  lights: { id: string; power: number }[]
}
export type Kept = { doc: Doc; version: number }

export class Refused extends Error {
  constructor(readonly failure: Failure<Kept>) {
    super(failure.kind)
  }
}

export const fresh = (): Doc => ({
  name: 'Doors',
  iso: 100,
  camera: { y: 2.4 },
  lights: [
    { id: 'a', power: 1 },
    { id: 'b', power: 2 },
  ],
})

/** A studio to be edited by a session: as slow, as far away and as strict as a test wants it. */
export class FakeStudio {
  kept: Kept = { doc: fresh(), version: 1 }
  saves = 0
  /** Everything that was kept, one after the other. */
  steps: Doc[] = []
  away = false
  /** Keeps the next save, but its answer never comes. */
  loseAnswer = false
  /** Refuses what this finds wrong, as fields. */
  check: (doc: Doc) => Record<string, string> = () => ({})
  drafts = new Map<string, Left<Doc>>()
  private gates: (() => void)[] = []
  private slow = false

  gateway = {
    key: 'setup:doors',
    load: () => Promise.resolve(this.reach(() => this.kept)),
    save: async (doc: Doc, version: number): Promise<Kept> => {
      this.saves += 1
      if (this.slow) await new Promise<void>((open) => this.gates.push(open))
      return this.reach(() => {
        if (version !== this.kept.version) {
          throw new Refused({ kind: 'stale', newer: this.kept, words: 'Changed in another window.' })
        }
        const errors = this.check(doc)
        if (Object.keys(errors).length > 0) throw new Refused({ kind: 'fields', errors })
        this.kept = { doc, version: version + 1 }
        this.steps.push(doc)
        if (this.loseAnswer) {
          this.loseAnswer = false
          throw new Refused({ kind: 'unreachable', words: 'Tolva does not answer.' })
        }
        return this.kept
      })
    },
    doc: (kept: Kept) => kept.doc,
    version: (kept: Kept) => kept.version,
  }

  private reach<T>(answer: () => T): T {
    if (this.away) throw new Refused({ kind: 'unreachable', words: 'Tolva does not answer.' })
    return answer()
  }

  /** From now on a save waits until it is let through. */
  slowDown() {
    this.slow = true
  }

  async letThrough() {
    this.slow = false
    this.gates.splice(0).forEach((open) => open())
    await settle()
  }

  /** Another window's change. */
  elsewhere(by: (doc: Doc) => Doc) {
    this.kept = { doc: by(this.kept.doc), version: this.kept.version + 1 }
  }

  store = {
    get: (key: string) => Promise.resolve(this.drafts.get(key)),
    put: (key: string, left: Left<Doc> | null) => {
      if (left) this.drafts.set(key, structuredClone(left))
      else this.drafts.delete(key)
    },
  }
}

/** Lets everything that waits for nothing but its turn happen. */
export async function settle() {
  for (let turn = 0; turn < 60; turn += 1) await Promise.resolve()
}

/** Timers that go off when a test says so. */
export class Clock {
  private waiting: { run: () => void; at: number }[] = []
  time = 0
  later = (run: () => void, after: number) => {
    const one = { run, at: this.time + after }
    this.waiting.push(one)
    return () => void (this.waiting = this.waiting.filter((other) => other !== one))
  }

  async pass(milliseconds: number) {
    const until = this.time + milliseconds
    for (;;) {
      const next = this.waiting.filter((one) => one.at <= until).sort((a, b) => a.at - b.at)[0]
      if (!next) break
      this.waiting = this.waiting.filter((one) => one !== next)
      this.time = next.at
      next.run()
      await settle()
    }
    this.time = until
  }
}

/** A session on a studio, on its clock. */
export function openOn(studio: FakeStudio, clock: Clock) {
  const session = createSession<Kept, Doc>(studio.gateway, studio.store, {
    failure: (error) =>
      error instanceof Refused ? error.failure : { kind: 'unreachable', words: String(error) },
    later: clock.later,
    now: () => clock.time,
  })
  return session
}

/** The same, loaded. */
export async function openedOn(studio: FakeStudio, clock: Clock) {
  const session = openOn(studio, clock)
  await session.load()
  return session
}

export const iso = (to: number) => (doc: Doc) => ({ ...doc, iso: to })
export const named = (name: string) => (doc: Doc) => ({ ...doc, name })
