import { type RefObject, useCallback, useEffect, useRef } from 'react'
import { ApiProblem, overtaken, words } from '../api/client'
import { patiently, TIMES } from '../api/patience'
import type { KeptSetup, Setup } from '../api/types'
import type { SessionOf } from '../session/session'
import { type Answered, NO_ERRORS } from './answered'
import { advice, ask, type How, type Shown } from './questions'

const ADVISE_AFTER = 200
/** So long, in milliseconds, what a draft comes to is not drawn while its picture is on its way: drawn first, it would keep it waiting. */
const AFTER_PICTURE = 50

/** A field of a setup, where it was sent as part of something else. */
const inSetup = (field: string) => field.replace(/^\/setup(?=\/)/, '')

/** What everything on the bench works with: the session, what was answered last, and what is shown and in the hand. */
export type Ground = {
  id: string
  session: SessionOf<KeptSetup, Setup>
  put: (change: Partial<Answered>) => void
  shownRef: RefObject<Shown>
  movingRef: RefObject<{ from: Setup } | null>
}

/** How the core follows the draft: every edit is answered, the newest answer counts, and what the core changes is an edit. */
export function useFollow({ id, session, put, shownRef, movingRef }: Ground) {
  const turnRef = useRef(0)
  const askedRef = useRef(new AbortController())
  const timer = useRef(0)
  const chainRef = useRef<Promise<void>>(Promise.resolve())
  const busyRef = useRef(0)

  /** The next turn: whatever was asked in the one before is called back, so that nobody works on it any more. */
  const nextTurn = useCallback(() => {
    window.clearTimeout(timer.current)
    askedRef.current.abort()
    askedRef.current = new AbortController()
    return ++turnRef.current
  }, [])

  const advise = useCallback(() => {
    window.clearTimeout(timer.current)
    const run = async () => {
      const asked = turnRef.current
      const setup = session.get().draft
      if (!setup || movingRef.current) return
      try {
        const found = await patiently(() => advice(id, setup, askedRef.current.signal), {
          wanted: () => asked === turnRef.current,
        })
        if (asked === turnRef.current) put({ advice: found })
      } catch {
        // What is wrong with the setup has been said by the answer to the edit itself.
      }
    }
    timer.current = window.setTimeout(() => void run(), ADVISE_AFTER)
  }, [id, movingRef, put, session])

  const refused = useCallback(
    (error: unknown, at?: string) => {
      if (overtaken(error)) return
      const fields = error instanceof ApiProblem ? error.problem.errors : []
      if (fields.length === 0) {
        put({ trouble: words(error) })
        return
      }
      const said = fields.map(({ field, detail }): [string, string] => [
        field.startsWith('/change') && at ? at : inSetup(field),
        detail,
      ])
      // What a change was refused for is said at the field it was typed into, wherever the trouble is.
      const first = at && fields[0] ? { [at]: fields[0].detail } : {}
      if (at) put({ refusals: { ...Object.fromEntries(said), ...first } })
      else put({ errors: Object.fromEntries(said) })
    },
    [put],
  )

  /**
   * Answers the draft as it stands. Only the newest answer counts; what solving changed is merged into what is newest. What the draft
   * comes to as it is is told once its picture is `seen`, where that comes soon.
   */
  const follow = useCallback(
    async (solve = session.get().draft?.solve_as_i_go ?? false, seen?: Promise<unknown>) => {
      const draft = session.get().draft
      if (!draft) return
      const asked = nextTurn()
      const { signal } = askedRef.current
      const late = new Promise((passed) => window.setTimeout(passed, AFTER_PICTURE))
      try {
        const { setup, rest } = await patiently(() => ask(id, draft, shownRef.current, { solve }, signal), {
          wanted: () => asked === turnRef.current,
          onWait: refused,
        })
        if (seen && !solve) await Promise.race([seen, late])
        if (asked !== turnRef.current) return
        if (solve) session.merge(draft, setup)
        put({ ...rest, errors: NO_ERRORS, refusals: NO_ERRORS, trouble: null })
        if (!('advice' in rest)) advise()
      } catch (error) {
        if (asked !== turnRef.current) return
        refused(error)
        // Whether it is kept all the same is for the store to say; better at once.
        if (error instanceof ApiProblem && error.problem.errors.length > 0 && !movingRef.current)
          void session.flush()
      }
    },
    [advise, id, movingRef, nextTurn, put, refused, session, shownRef],
  )

  /** Has the core change the draft; one change after the other, each on what is newest then, so that all of them count. */
  const core = useCallback(
    (how: How | ((draft: Setup) => Promise<Setup>), at?: string) => {
      const run = async () => {
        const draft = session.get().draft
        if (!draft) return
        const asked = nextTurn()
        try {
          if (typeof how === 'function') {
            session.merge(draft, await how(draft), Symbol('change'))
            await follow(false)
            return
          }
          const { setup, rest } = await patiently(() => ask(id, draft, shownRef.current, how), {
            onWait: refused,
            times: TIMES,
          })
          session.merge(draft, setup, Symbol('change'))
          if (asked !== turnRef.current) await follow(false)
          else {
            put({ ...rest, errors: NO_ERRORS, refusals: NO_ERRORS, trouble: null })
            if (!('advice' in rest)) advise()
          }
        } catch (error) {
          refused(error, at)
        }
      }
      busyRef.current += 1
      put({ working: true })
      const done = () => {
        busyRef.current -= 1
        if (busyRef.current === 0) put({ working: false })
      }
      chainRef.current = chainRef.current.then(run).finally(done)
      return chainRef.current
    },
    [advise, chainRef, follow, id, nextTurn, put, refused, session, shownRef, turnRef],
  )

  useEffect(() => {
    return () => {
      // Whoever left the bench waits for no answer, and nothing is asked again for them.
      nextTurn()
    }
  }, [nextTurn])

  return { turnRef, chainRef, busyRef, nextTurn, advise, refused, follow, core }
}

export type Follow = ReturnType<typeof useFollow>
