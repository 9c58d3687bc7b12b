import { replaceEqualDeep, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { ApiProblem, client, need, words } from '../api/client'
import { jobsQuery } from '../api/queries'
import type { Assessment, Change, DialId, KeptSetup, Part, Patch, Plan, Setup } from '../api/types'
import { dialAt, nearestMark, sameDial, withDial } from './setupDials'

export type SaveState = 'saved' | 'saving' | 'waiting' | 'failed'
export type Advice = Pick<Plan, 'binds' | 'alternatives'>
export type Conflict = { mine: Setup; newer: KeptSetup }

type Bench = {
  kept: KeptSetup | null
  draft: Setup | null
  assessment: Assessment | null
  advice: Advice | null
  errors: Record<string, string>
  save: SaveState
  trouble: string | null
  conflict: Conflict | null
  missing: boolean
}

/** One object for no errors, so that what only shows errors is not drawn again. */
const NO_ERRORS: Record<string, string> = {}
const empty: Bench = {
  kept: null,
  draft: null,
  assessment: null,
  advice: null,
  errors: NO_ERRORS,
  save: 'saved',
  trouble: null,
  conflict: null,
  missing: false,
}
const SAVE_AFTER = 350
const ADVISE_AFTER = 200

/**
 * One setup on the bench: every edit is answered at once, saved soon after, and never lost. What the server refuses
 * stays on the screen with the words at its field until it is put right.
 */
export function useBench(id: string) {
  const [state, setState] = useState<Bench>(empty)
  const now = useRef<Bench>(empty)
  const turn = useRef(0)
  const timers = useRef({ save: 0, advise: 0 })
  const saving = useRef<Promise<void>>(Promise.resolve())
  const queries = useQueryClient()

  const put = useCallback((change: Partial<Bench>) => {
    // What an answer leaves as it was stays the same object, so that only what moved is drawn again.
    const assessment = change.assessment && replaceEqualDeep(now.current.assessment, change.assessment)
    now.current = { ...now.current, ...change, ...(assessment && { assessment }) }
    setState(now.current)
  }, [])

  const showPlan = useCallback(
    ({ setup, assessment, binds, alternatives }: Plan) =>
      put({ draft: setup, assessment, advice: { binds, alternatives }, errors: NO_ERRORS, trouble: null }),
    [put],
  )

  const advise = useCallback(() => {
    window.clearTimeout(timers.current.advise)
    timers.current.advise = window.setTimeout(async () => {
      const asked = turn.current
      const setup = now.current.draft
      if (!setup) return
      try {
        const plan = await need(client.POST('/api/advise', { body: setup }))
        if (asked === turn.current) put({ advice: { binds: plan.binds, alternatives: plan.alternatives } })
      } catch {
        // What is wrong with the setup has been said by the answer to the edit itself.
      }
    }, ADVISE_AFTER)
  }, [put])

  const saveNow = useCallback(async () => {
    window.clearTimeout(timers.current.save)
    const run = async () => {
      const { draft, kept, conflict, errors } = now.current
      if (!draft || !kept || conflict || Object.keys(errors).length > 0) return
      if (JSON.stringify(draft) === JSON.stringify(kept.setup)) {
        put({ save: 'saved' })
        return
      }
      put({ save: 'saving' })
      try {
        const body = { setup: draft, version: kept.version }
        const saved = await need(client.PUT('/api/setups/{id}', { params: { path: { id } }, body }))
        const same = now.current.draft === draft
        put({ kept: saved, save: same ? 'saved' : 'waiting', trouble: null })
        if (kept.setup.name !== draft.name) void queries.invalidateQueries(jobsQuery)
      } catch (error) {
        const newer = error instanceof ApiProblem ? error.problem.newer : null
        if (newer) put({ conflict: { mine: draft, newer }, save: 'failed' })
        else put({ save: 'failed', trouble: words(error) })
      }
    }
    saving.current = saving.current.then(run)
    return saving.current
  }, [id, put, queries])

  const saveSoon = useCallback(() => {
    window.clearTimeout(timers.current.save)
    put({ save: 'waiting' })
    timers.current.save = window.setTimeout(() => void saveNow(), SAVE_AFTER)
  }, [put, saveNow])

  /**
   * Asks what a state makes of the light; `solve` also turns the free dials. What was typed is shown at once; a dial
   * is drawn from the answer, so drawing it before would be drawn twice.
   */
  const answer = useCallback(
    async (draft: Setup, solve: boolean, of: 'typing' | 'dial' = 'typing') => {
      const asked = ++turn.current
      window.clearTimeout(timers.current.advise)
      if (of === 'typing') put({ draft })
      else now.current = { ...now.current, draft }
      try {
        if (solve) {
          const plan = await need(client.POST('/api/plan', { body: draft }))
          if (asked !== turn.current) return
          showPlan(plan)
        } else {
          const assessment = await need(client.POST('/api/assess', { body: draft }))
          if (asked !== turn.current) return
          put({ assessment, errors: NO_ERRORS, trouble: null })
          advise()
        }
        saveSoon()
      } catch (error) {
        if (asked !== turn.current) return
        window.clearTimeout(timers.current.save)
        const fields = error instanceof ApiProblem ? error.problem.errors : []
        if (fields.length > 0) {
          put({
            errors: Object.fromEntries(fields.map((field) => [field.field, field.detail])),
            save: 'failed',
          })
        } else put({ trouble: words(error), save: 'failed' })
      }
    },
    [advise, put, saveSoon, showPlan],
  )

  const show = useCallback(
    async (kept: KeptSetup) => {
      const asked = ++turn.current
      put({ kept, draft: kept.setup, errors: NO_ERRORS, save: 'saved', trouble: null, conflict: null })
      try {
        const assessment = await need(client.POST('/api/assess', { body: kept.setup }))
        if (asked === turn.current) put({ assessment })
        advise()
      } catch (error) {
        put({ trouble: words(error) })
      }
    },
    [advise, put],
  )

  const load = useCallback(async () => {
    try {
      await show(await need(client.GET('/api/setups/{id}', { params: { path: { id } } })))
    } catch (error) {
      const gone = error instanceof ApiProblem && error.problem.status === 404
      put(gone ? { missing: true } : { trouble: words(error) })
    }
  }, [id, put, show])

  useEffect(() => {
    now.current = empty
    const held = timers.current
    void load()
    const leaving = () => void saveNow()
    window.addEventListener('pagehide', leaving)
    return () => {
      window.removeEventListener('pagehide', leaving)
      window.clearTimeout(held.advise)
      void saveNow()
    }
  }, [load, saveNow])

  const change = useCallback(
    (of: 'typing' | 'dial', change: (setup: Setup) => Setup) => {
      const draft = now.current.draft
      if (draft) void answer(change(draft), draft.solve_as_i_go, of)
    },
    [answer],
  )

  const edit = useCallback((by: (setup: Setup) => Setup) => change('typing', by), [change])

  /**
   * Turns a dial by so many clicks from where it stands by now, so that quick turns add up even before the answer to
   * the first is there. Where everything is solved again after each change, a dial turned is held.
   */
  const turnDial = useCallback(
    (id: DialId, clicks: number) => {
      const { draft, assessment } = now.current
      const strip = assessment?.dials.find((dial) => sameDial(dial.id, id))?.strip
      if (!draft || !strip) return
      const index = nearestMark(strip, dialAt(draft, id)) + clicks
      const to = strip[Math.max(0, Math.min(strip.length - 1, index))]
      if (!to || to.at === dialAt(draft, id)) return
      change('dial', (setup) =>
        withDial(setup, id, setup.solve_as_i_go ? { at: to.at, held: true } : { at: to.at }),
      )
    },
    [change],
  )

  const hold = useCallback(
    (dial: DialId, held: boolean) => change('dial', (setup) => withDial(setup, dial, { held })),
    [change],
  )

  const solve = useCallback(() => {
    if (now.current.draft) void answer(now.current.draft, true)
  }, [answer])

  const take = useCallback(
    async (change: Change) => {
      const draft = now.current.draft
      if (!draft) return
      const asked = ++turn.current
      try {
        const plan = await need(client.POST('/api/change', { body: { setup: draft, change } }))
        if (asked !== turn.current) return
        showPlan(plan)
        saveSoon()
      } catch (error) {
        put({ trouble: words(error) })
      }
    },
    [put, saveSoon, showPlan],
  )

  const dragging = useRef<{ busy: boolean; next: (() => void) | null }>({ busy: false, next: null })
  const [stopped, setStopped] = useState<string | null>(null)

  /** Puts a part of a level somewhere. Only the newest wish counts while one is being answered. */
  const drag = useCallback(
    (patch: Patch, part: Part, to: number) => {
      const ask = async () => {
        const setup = now.current.draft
        if (!setup) return
        dragging.current.busy = true
        const asked = ++turn.current
        try {
          const given = await need(client.POST('/api/drag', { body: { setup, patch, part, to } }))
          if (asked === turn.current) {
            put({ draft: given.dragged.setup, assessment: given.assessment, trouble: null })
            setStopped(given.dragged.stopped ?? null)
            advise()
            saveSoon()
          }
        } catch (error) {
          put({ trouble: words(error) })
        }
        dragging.current.busy = false
        const next = dragging.current.next
        dragging.current.next = null
        next?.()
      }
      if (dragging.current.busy) dragging.current.next = () => void ask()
      else void ask()
    },
    [advise, put, saveSoon],
  )

  const step = useCallback(
    async (what: 'undo' | 'redo') => {
      await saveNow()
      const kept = now.current.kept
      if (!kept) return
      const call = { params: { path: { id } }, body: { version: kept.version } }
      try {
        const path = what === 'undo' ? ('/api/setups/{id}/undo' as const) : ('/api/setups/{id}/redo' as const)
        await show(await need(client.POST(path, call)))
        void queries.invalidateQueries(jobsQuery)
      } catch (error) {
        const newer = error instanceof ApiProblem ? error.problem.newer : null
        if (newer) await show(newer)
        else put({ trouble: words(error) })
      }
    },
    [id, put, queries, saveNow, show],
  )

  /** Ends a conflict: the newer one is shown, or mine is saved over it (undo brings the newer one back). */
  const settle = useCallback(
    async (keepMine: boolean) => {
      const conflict = now.current.conflict
      if (!conflict) return
      await show(conflict.newer)
      if (keepMine) await answer(conflict.mine, false)
    },
    [answer, show],
  )

  return {
    ...state,
    stopped,
    edit,
    turnDial,
    hold,
    solve,
    take,
    drag,
    undo: () => step('undo'),
    redo: () => step('redo'),
    settle,
    reload: load,
  }
}

export type BenchState = ReturnType<typeof useBench>
