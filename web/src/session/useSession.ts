import { useEffect, useSyncExternalStore } from 'react'
import { ApiProblem, words } from '../api/client'
import type { Problem } from '../api/types'
import { type Changed, kept as tellKept } from '../api/ear'
import { browserDrafts } from './drafts'
import { createSession, type SessionOf } from './session'
import type { Failure, Gateway } from './kept'

type Newer = NonNullable<Problem['newer']>

/** What an error of the API means for a session whose newer side is of this kind. */
function failure<K>(what: Newer['what'], prefix: RegExp, error: unknown): Failure<K> {
  const said = words(error)
  if (!(error instanceof ApiProblem)) return { kind: 'unreachable', words: said }
  const { problem } = error
  if (problem.type === 'stale') {
    const newer = problem.newer?.what === what ? (problem.newer.kept as K) : null
    return { kind: 'stale', newer, words: said }
  }
  if (problem.status === 404) return { kind: 'gone' }
  if (problem.errors.length > 0) {
    const at = problem.errors.map(({ field, detail }) => [field.replace(prefix, ''), detail] as const)
    return { kind: 'fields', errors: Object.fromEntries(at) }
  }
  const later = problem.status === 0 || problem.status === 408 || problem.status >= 500
  return later ? { kind: 'unreachable', words: said } : { kind: 'refused', words: said }
}

type Of<K, D> = Gateway<K, D> & {
  what: Newer['what']
  /** What comes before the thing's own fields in what is sent. */
  prefix: RegExp
  /** What others are told when it was kept. */
  changed: (kept: K) => Changed
}

/** What all sessions can do, whatever they keep. */
type Keeper = Pick<SessionOf<unknown, unknown>, 'flush' | 'retry' | 'settled'>

const open = new Map<string, { session: Keeper; users: number }>()

function sessionOf<K, D>(of: Of<K, D>): SessionOf<K, D> {
  const there = open.get(of.key)
  if (there) return there.session as SessionOf<K, D>
  const session = createSession<K, D>(of, browserDrafts<D>(), {
    failure: (error) => failure<K>(of.what, of.prefix, error),
    later(run, after) {
      const timer = window.setTimeout(run, after)
      return () => window.clearTimeout(timer)
    },
    now: () => Date.now(),
    onKept: (kept) => tellKept(of.changed(kept)),
  })
  open.set(of.key, { session, users: 0 })
  return session
}

/** Everything that is open, for what concerns all: trying again, and leaving. */
export const openSessions = () => [...open.values()].map((one) => one.session)

/** The session of a thing, from wherever it is edited; it lives until it is kept and nobody shows it. */
export function useSession<K, D>(of: Of<K, D>) {
  const session = sessionOf(of)
  const { key } = of
  useEffect(() => {
    const one = open.get(key)
    if (one) one.users += 1
    return () => {
      if (!one) return
      one.users -= 1
      void one.session.flush().finally(() => {
        if (one.users === 0 && one.session.settled() && open.get(key) === one) open.delete(key)
      })
    }
  }, [key])
  return [useSyncExternalStore(session.subscribe, session.get), session] as const
}
