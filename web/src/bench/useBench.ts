import { replaceEqualDeep, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { ApiProblem, client, need, words } from '../api/client'
import { jobsQuery } from '../api/queries'
import type {
  Assessment,
  Change,
  DialId,
  KeptSetup,
  Layout,
  Part,
  Patch,
  Plan,
  Setup,
  Slot,
} from '../api/types'
import { sameWhereSame } from './sameWhereSame'
import { dialAt, nearestMark, sameDial, withDial } from './setupDials'
import { useNewest } from './useNewest'

type SaveState = 'saved' | 'saving' | 'waiting' | 'failed'
type Advice = Pick<Plan, 'binds' | 'alternatives' | 'evening' | 'spill' | 'cures'>
type Conflict = { mine: Setup; newer: KeptSetup }

type Bench = {
  kept: KeptSetup | null
  draft: Setup | null
  assessment: Assessment | null
  /** The set as drawn, while it is shown. */
  layout: Layout | null
  /** The setup the drawing was made of. */
  laid: Setup | null
  advice: Advice | null
  errors: Record<string, string>
  save: SaveState
  trouble: string | null
  conflict: Conflict | null
  /** Whether something of the set is in the hand. */
  inHand: boolean
  missing: boolean
}

/** One object for no errors, so that what only shows errors is not drawn again. */
const NO_ERRORS: Record<string, string> = {}
const empty: Bench = {
  kept: null,
  draft: null,
  assessment: null,
  layout: null,
  laid: null,
  advice: null,
  errors: NO_ERRORS,
  save: 'saved',
  trouble: null,
  conflict: null,
  inHand: false,
  missing: false,
}
const SAVE_AFTER = 350
const ADVISE_AFTER = 200

const adviceOf = ({ binds, alternatives, evening, spill, cures }: Plan): Advice => ({
  binds,
  alternatives,
  evening,
  spill,
  cures,
})

/** A field of a setup, where it was sent as part of something else. */
const inSetup = (field: string) => field.replace(/^\/setup(?=\/)/, '')

/** How an edit is answered: solved or as it stands, with a change the core makes first, and at which field that was typed. */
type How = { solve?: boolean; change?: Change; at?: string; of?: 'typing' | 'dial' }

/** What is shown of the set: nothing, or its drawing with the lines of one light, in a room of this width to height. */
export type Shown = { light: string | null; ratio: number } | null

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
  const stepping = useRef<Promise<void>>(Promise.resolve())
  const shown = useRef<Shown>(null)
  const moving = useRef<{ from: Setup } | null>(null)
  const newest = useNewest()
  const queries = useQueryClient()

  const put = useCallback((change: Partial<Bench>) => {
    // What an answer leaves as it was stays the same object, so that only what moved is drawn again.
    const assessment = change.assessment && replaceEqualDeep(now.current.assessment, change.assessment)
    const layout = change.layout && sameWhereSame(now.current.layout, change.layout)
    now.current = { ...now.current, ...change, ...(assessment && { assessment }), ...(layout && { layout }) }
    setState(now.current)
  }, [])

  const advise = useCallback(() => {
    window.clearTimeout(timers.current.advise)
    timers.current.advise = window.setTimeout(async () => {
      const asked = turn.current
      const setup = now.current.draft
      if (!setup || moving.current) return
      try {
        const plan = await need(client.POST('/api/advise', { params: { query: { of: id } }, body: setup }))
        if (asked === turn.current) put({ advice: adviceOf(plan) })
      } catch {
        // What is wrong with the setup has been said by the answer to the edit itself.
      }
    }, ADVISE_AFTER)
  }, [id, put])

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
    // A thing still in the hand is saved when it is let go, so that undo takes the whole way back.
    if (!moving.current) timers.current.save = window.setTimeout(() => void saveNow(), SAVE_AFTER)
  }, [put, saveNow])

  /** Asks what a draft comes to, in as few words as what is shown needs. */
  const ask = useCallback(
    async (draft: Setup, { solve = false, change }: How): Promise<Partial<Bench>> => {
      // Which kept setup it is, so that the forecast of its day counts.
      const params = { query: { of: id } }
      const set = shown.current
      if (set || change) {
        const body = {
          setup: draft,
          change: change ?? null,
          solve,
          chosen: set?.light ?? null,
          ratio: set?.ratio ?? null,
        }
        const { setup, assessment, layout } = await need(client.POST('/api/layout', { params, body }))
        return {
          draft: solve || change ? setup : draft,
          assessment,
          layout: set ? layout : null,
          laid: setup,
        }
      }
      if (solve) {
        const plan = await need(client.POST('/api/plan', { params, body: draft }))
        return { draft: plan.setup, assessment: plan.assessment, advice: adviceOf(plan) }
      }
      return { draft, assessment: await need(client.POST('/api/assess', { params, body: draft })) }
    },
    [id],
  )

  /**
   * Answers an edit. What was typed is shown at once; a dial is drawn from the answer, so drawing it before would be
   * drawn twice.
   */
  const answer = useCallback(
    async (draft: Setup, how: How) => {
      const asked = ++turn.current
      window.clearTimeout(timers.current.advise)
      if (how.of === 'dial') now.current = { ...now.current, draft }
      else put({ draft })
      try {
        const { draft: answered, ...rest } = await ask(draft, how)
        if (asked !== turn.current) return
        // A thing may have been moved on while this was answered; then where it is now counts.
        const current = now.current.draft === draft ? answered : now.current.draft
        put({ ...rest, draft: current, errors: NO_ERRORS, trouble: null })
        if (!rest.advice) advise()
        saveSoon()
      } catch (error) {
        if (asked !== turn.current) return
        window.clearTimeout(timers.current.save)
        const fields = error instanceof ApiProblem ? error.problem.errors : []
        if (fields.length === 0) {
          put({ trouble: words(error), save: 'failed' })
          return
        }
        const said = fields.map(({ field, detail }) => [
          field.startsWith('/change') ? how.at : inSetup(field),
          detail,
        ])
        // What a change was refused for is said at the field it was typed into, wherever the trouble is.
        const first = how.at && fields[0] ? { [how.at]: fields[0].detail } : {}
        put({ errors: { ...Object.fromEntries(said), ...first }, save: 'failed' })
      }
    },
    [advise, ask, put, saveSoon],
  )

  const show = useCallback(
    async (kept: KeptSetup) => {
      const asked = ++turn.current
      put({ kept, draft: kept.setup, errors: NO_ERRORS, save: 'saved', trouble: null, conflict: null })
      try {
        const answered = await ask(kept.setup, {})
        if (asked === turn.current) put(answered)
        advise()
      } catch (error) {
        put({ trouble: words(error) })
      }
    },
    [advise, ask, put],
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

  const edit = useCallback(
    (by: (setup: Setup) => Setup, of: How['of'] = 'typing') => {
      const draft = now.current.draft
      if (draft) void answer(by(draft), { solve: draft.solve_as_i_go, of })
    },
    [answer],
  )

  /** Has the core make a change: a distance, an arrangement, one light more. `at` is the field it was typed into. */
  const rearrange = useCallback(
    (change: Change, at?: string) => {
      const draft = now.current.draft
      if (draft) void answer(draft, { solve: draft.solve_as_i_go, change, at })
    },
    [answer],
  )

  /** Makes a change and solves the free dials. */
  const take = useCallback(
    (change: Change) => {
      if (now.current.draft) void answer(now.current.draft, { solve: true, change })
    },
    [answer],
  )

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
      edit(
        (setup) => withDial(setup, id, setup.solve_as_i_go ? { at: to.at, held: true } : { at: to.at }),
        'dial',
      )
    },
    [edit],
  )

  const hold = useCallback(
    (dial: DialId, held: boolean) => edit((setup) => withDial(setup, dial, { held }), 'dial'),
    [edit],
  )

  const solve = useCallback(() => {
    if (now.current.draft) void answer(now.current.draft, { solve: true })
  }, [answer])

  /** Puts it at a time of its day and solves the free dials for the light forecast then. */
  const putAt = useCallback(
    async (slot: Slot) => {
      const setup = now.current.draft
      if (!setup) return
      put({ draft: { ...setup, slot } })
      try {
        const call = { params: { path: { id } }, body: { setup, slot } }
        await answer(await need(client.POST('/api/setups/{id}/moment', call)), {})
      } catch (error) {
        const fields = error instanceof ApiProblem ? error.problem.errors : []
        if (fields.length === 0) put({ trouble: words(error) })
        else put({ errors: Object.fromEntries(fields.map(({ field, detail }) => [inSetup(field), detail])) })
      }
    },
    [answer, id, put],
  )

  const [stopped, setStopped] = useState<string | null>(null)

  /** Puts a part of a level somewhere. Only the newest wish counts while one is being answered. */
  const drag = useCallback(
    (patch: Patch, part: Part, to: number) =>
      newest(async () => {
        const setup = now.current.draft
        if (!setup) return
        const asked = ++turn.current
        try {
          const given = await need(
            client.POST('/api/drag', { params: { query: { of: id } }, body: { setup, patch, part, to } }),
          )
          if (asked !== turn.current) return
          put({ draft: given.dragged.setup, assessment: given.assessment, trouble: null })
          setStopped(given.dragged.stopped ?? null)
          advise()
          saveSoon()
        } catch (error) {
          put({ trouble: words(error) })
        }
      }),
    [advise, id, newest, put, saveSoon],
  )

  /** Shows the set, with the lines of one light; or no longer. */
  const showSet = useCallback(
    (next: Shown) => {
      const same =
        shown.current && next && shown.current.light === next.light && shown.current.ratio === next.ratio
      shown.current = next
      if (same || !next || !now.current.draft) return
      newest(async () => {
        const { draft } = now.current
        const asked = turn.current
        if (!draft) return
        try {
          const { layout, laid } = await ask(draft, {})
          if (asked === turn.current) put({ layout, laid })
        } catch {
          // What is wrong with the setup has been said where it was typed.
        }
      })
    },
    [ask, newest, put],
  )

  /** Moves or turns something by hand. It follows the hand at once; its light follows as fast as it is answered. */
  const move = useCallback(
    (by: (setup: Setup) => Setup) => {
      const { draft } = now.current
      if (!draft) return
      put({ draft: by(draft) })
      newest(async () => {
        const { draft } = now.current
        if (draft) await answer(draft, { solve: draft.solve_as_i_go })
      })
    },
    [answer, newest, put],
  )

  /** Takes something into the hand; gives the setup and the drawing it is taken out of. */
  const grab = useCallback(() => {
    const { draft, layout } = now.current
    if (draft) moving.current = { from: draft }
    put({ inHand: true })
    return { draft, layout }
  }, [put])

  /** Lets go of what was moved. What cannot stand where it was put goes back to where it stood, and says why. */
  const release = useCallback(() => {
    put({ inHand: false })
    newest(async () => {
      const from = moving.current?.from
      const { draft } = now.current
      moving.current = null
      // A wish of the hand may have made way for this one, so where it was let go is asked about here.
      if (draft) await answer(draft, { solve: draft.solve_as_i_go })
      const said = Object.values(now.current.errors)[0]
      if (from && said) {
        await answer(from, {})
        put({ trouble: `${said} It stays where it was.` })
      }
    })
  }, [answer, newest, put])

  const goBackOrForth = useCallback(
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

  /** One step after the other, so that quick presses all count. */
  const step = useCallback(
    (what: 'undo' | 'redo') => {
      stepping.current = stepping.current.then(() => goBackOrForth(what))
      return stepping.current
    },
    [goBackOrForth],
  )
  const undo = useCallback(() => step('undo'), [step])
  const redo = useCallback(() => step('redo'), [step])

  /** Ends a conflict: the newer one is shown, or mine is saved over it (undo brings the newer one back). */
  const settle = useCallback(
    async (keepMine: boolean) => {
      const conflict = now.current.conflict
      if (!conflict) return
      await show(conflict.newer)
      if (keepMine) await answer(conflict.mine, {})
    },
    [answer, show],
  )

  return {
    ...state,
    stopped,
    edit,
    rearrange,
    turnDial,
    hold,
    solve,
    take,
    putAt,
    drag,
    showSet,
    move,
    grab,
    release,
    undo,
    redo,
    settle,
    saveNow,
    reload: load,
  }
}

export type BenchState = ReturnType<typeof useBench>
