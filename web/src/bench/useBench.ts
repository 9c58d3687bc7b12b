import { replaceEqualDeep } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { ApiProblem, client, need, overtaken, words } from '../api/client'
import { hear } from '../api/ear'
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
import { useSession } from '../session/useSession'
import { sameWhereSame } from './sameWhereSame'
import { dialAt, nearestMark, sameDial, withDial } from './setupDials'
import { useNewest } from './useNewest'

type Advice = Pick<Plan, 'binds' | 'alternatives' | 'evening' | 'spill' | 'cures'>

/** What the core makes of the draft. */
type Answered = {
  assessment: Assessment | null
  /** The set as drawn, while it is shown. */
  layout: Layout | null
  /** The setup the drawing was made of. */
  laid: Setup | null
  advice: Advice | null
  /** What does not fit, by field. */
  errors: Record<string, string>
  /** What a change was refused for, at the field it was typed into; the setup is as it was. */
  refusals: Record<string, string>
  trouble: string | null
  /** Whether something of the set is in the hand. */
  inHand: boolean
}

/** One object for no errors, so that what only shows errors is not drawn again. */
const NO_ERRORS: Record<string, string> = {}
const nothing: Answered = {
  assessment: null,
  layout: null,
  laid: null,
  advice: null,
  errors: NO_ERRORS,
  refusals: NO_ERRORS,
  trouble: null,
  inHand: false,
}
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

/** What the core is asked to do with a draft, and at which field that was typed. */
type How = { solve?: boolean; change?: Change; at?: string }

/** What is shown of the set: nothing, or its drawing with the lines of one light, in a room of this width to height. */
export type Shown = { light: string | null; ratio: number } | null

const gateway = (id: string) => ({
  key: `setup:${id}`,
  what: 'setup' as const,
  prefix: /^\/setup(?=\/)/,
  changed: (kept: KeptSetup) => ({ what: 'setup' as const, id, job: kept.job_id }),
  load: () => need(client.GET('/api/setups/{id}', { params: { path: { id } } })),
  save: (setup: Setup, version: number) =>
    need(client.PUT('/api/setups/{id}', { params: { path: { id } }, body: { setup, version } })),
  doc: (kept: KeptSetup) => kept.setup,
  version: (kept: KeptSetup) => kept.version,
})

/** One setup on the bench: every edit is answered at once and kept by its session; what the core changes is an edit too. */
export function useBench(id: string) {
  const of = useMemo(() => gateway(id), [id])
  const [kept, session] = useSession(of)
  const [answered, setAnswered] = useState<Answered>(nothing)
  const now = useRef<Answered>(nothing)
  const turn = useRef(0)
  const timer = useRef(0)
  const chain = useRef<Promise<void>>(Promise.resolve())
  const stepping = useRef<Promise<void>>(Promise.resolve())
  const shown = useRef<Shown>(null)
  const moving = useRef<{ from: Setup } | null>(null)
  const newest = useNewest()

  const put = useCallback((change: Partial<Answered>) => {
    // What an answer leaves as it was stays the same object, so that only what moved is drawn again.
    const assessment = change.assessment && replaceEqualDeep(now.current.assessment, change.assessment)
    const layout = change.layout && sameWhereSame(now.current.layout, change.layout)
    now.current = { ...now.current, ...change, ...(assessment && { assessment }), ...(layout && { layout }) }
    setAnswered(now.current)
  }, [])

  const advise = useCallback(() => {
    window.clearTimeout(timer.current)
    timer.current = window.setTimeout(async () => {
      const asked = turn.current
      const setup = session.get().draft
      if (!setup || moving.current) return
      try {
        const plan = await need(client.POST('/api/advise', { params: { query: { of: id } }, body: setup }))
        if (asked === turn.current) put({ advice: adviceOf(plan) })
      } catch {
        // What is wrong with the setup has been said by the answer to the edit itself.
      }
    }, ADVISE_AFTER)
  }, [id, put, session])

  /** Asks what a draft comes to, in as few words as what is shown needs. */
  const ask = useCallback(
    async (draft: Setup, { solve = false, change }: How) => {
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
        return { setup, rest: { assessment, layout: set ? layout : null, laid: setup } }
      }
      if (solve) {
        const plan = await need(client.POST('/api/plan', { params, body: draft }))
        return { setup: plan.setup, rest: { assessment: plan.assessment, advice: adviceOf(plan) } }
      }
      return {
        setup: draft,
        rest: { assessment: await need(client.POST('/api/assess', { params, body: draft })) },
      }
    },
    [id],
  )

  const refused = useCallback(
    (error: unknown, at?: string) => {
      if (overtaken(error)) return
      const fields = error instanceof ApiProblem ? error.problem.errors : []
      if (fields.length === 0) {
        put({ trouble: words(error) })
        return
      }
      const said = fields.map(({ field, detail }) => [
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

  /** Answers the draft as it stands. Only the newest answer counts; what solving changed is merged into what is newest. */
  const follow = useCallback(
    async (solve = session.get().draft?.solve_as_i_go ?? false) => {
      const draft = session.get().draft
      if (!draft) return
      const asked = ++turn.current
      window.clearTimeout(timer.current)
      try {
        const { setup, rest } = await ask(draft, { solve })
        if (asked !== turn.current) return
        if (solve) session.merge(draft, setup)
        put({ ...rest, errors: NO_ERRORS, refusals: NO_ERRORS, trouble: null })
        if (!('advice' in rest)) advise()
      } catch (error) {
        if (asked !== turn.current) return
        refused(error)
        // Whether it is kept all the same is for the store to say; better at once.
        if (error instanceof ApiProblem && error.problem.errors.length > 0 && !moving.current)
          void session.flush()
      }
    },
    [advise, ask, put, refused, session],
  )

  /** Has the core change the draft; one change after the other, each on what is newest then, so that all of them count. */
  const core = useCallback(
    (how: How | ((draft: Setup) => Promise<Setup>), at?: string) => {
      const run = async () => {
        const draft = session.get().draft
        if (!draft) return
        const asked = ++turn.current
        window.clearTimeout(timer.current)
        try {
          if (typeof how === 'function') {
            session.merge(draft, await how(draft))
            await follow(false)
            return
          }
          const { setup, rest } = await ask(draft, how)
          session.merge(draft, setup)
          if (asked !== turn.current) await follow(false)
          else {
            put({ ...rest, errors: NO_ERRORS, refusals: NO_ERRORS, trouble: null })
            if (!('advice' in rest)) advise()
          }
        } catch (error) {
          refused(error, at)
        }
      }
      chain.current = chain.current.then(run)
      return chain.current
    },
    [advise, ask, follow, put, refused, session],
  )

  useEffect(() => {
    now.current = nothing
    const held = timer
    void session.load()
    const leaving = () => void session.flush()
    window.addEventListener('pagehide', leaving)
    const silence = hear((changed, own) => {
      if (own) return
      const ours = changed.what === 'setup' && changed.id === id
      if (ours || changed.what === 'all') void session.load()
      // Another kit, day or set of rules answers the same setup differently.
      if (['kit', 'day', 'settings'].includes(changed.what)) void follow(false)
    })
    return () => {
      silence()
      window.removeEventListener('pagehide', leaving)
      window.clearTimeout(held.current)
    }
  }, [follow, id, session])

  // What was loaded, or came from another window, or was dropped, is answered as any edit is.
  const answeredFor = useRef<Setup | null>(null)
  const { draft } = kept
  useEffect(() => {
    if (!draft || answeredFor.current === draft) return
    answeredFor.current = draft
    const ground = session.get().kept?.setup === draft
    if (ground && now.current.laid !== draft && !moving.current) void follow(false)
  }, [draft, follow, session])

  const edit = useCallback(
    (by: (setup: Setup) => Setup) => {
      const refusals = Object.keys(now.current.refusals).length > 0
      if (refusals) put({ refusals: NO_ERRORS })
      if (session.edit(by) || refusals) void follow()
    },
    [follow, put, session],
  )

  /** Has the core make a change: a distance, an arrangement, one light more. `at` is the field it was typed into. */
  const rearrange = useCallback(
    (change: Change, at?: string) =>
      void core({ solve: session.get().draft?.solve_as_i_go ?? false, change }, at),
    [core, session],
  )

  /** Makes a change and solves the free dials. */
  const take = useCallback((change: Change) => void core({ solve: true, change }), [core])

  /**
   * Turns a dial by so many clicks from where it stands by now, so that quick turns add up even before the answer to
   * the first is there. Where everything is solved again after each change, a dial turned is held.
   */
  const turnDial = useCallback(
    (dial: DialId, clicks: number) => {
      const setup = session.get().draft
      const strip = now.current.assessment?.dials.find((one) => sameDial(one.id, dial))?.strip
      if (!setup || !strip) return
      const index = nearestMark(strip, dialAt(setup, dial)) + clicks
      const to = strip[Math.max(0, Math.min(strip.length - 1, index))]
      if (!to || to.at === dialAt(setup, dial)) return
      edit((setup) => withDial(setup, dial, setup.solve_as_i_go ? { at: to.at, held: true } : { at: to.at }))
    },
    [edit, session],
  )

  const hold = useCallback(
    (dial: DialId, held: boolean) => edit((setup) => withDial(setup, dial, { held })),
    [edit],
  )

  const solve = useCallback(() => void core({ solve: true }), [core])

  /** Puts it at a time of its day and solves the free dials for the light forecast then. */
  const putAt = useCallback(
    (slot: Partial<Slot>) =>
      void core(async (setup) => {
        if (!setup.slot) return setup
        const call = { params: { path: { id } }, body: { setup, slot: { ...setup.slot, ...slot } } }
        return need(client.POST('/api/setups/{id}/moment', call))
      }),
    [core, id],
  )

  const [stopped, setStopped] = useState<string | null>(null)

  /** Puts a part of a level somewhere. Only the newest wish counts while one is being answered. */
  const drag = useCallback(
    (patch: Patch, part: Part, to: number) =>
      newest(async () => {
        const setup = session.get().draft
        if (!setup) return
        const asked = ++turn.current
        try {
          const params = { query: { of: id } }
          const given = await need(client.POST('/api/drag', { params, body: { setup, patch, part, to } }))
          session.merge(setup, given.dragged.setup)
          setStopped(given.dragged.stopped ?? null)
          if (asked !== turn.current) return void (await follow(false))
          put({ assessment: given.assessment, trouble: null })
          advise()
        } catch (error) {
          refused(error)
        }
      }),
    [advise, follow, id, newest, put, refused, session],
  )

  /** Shows the set, with the lines of one light; or no longer. */
  const showSet = useCallback(
    (next: Shown) => {
      const same =
        shown.current && next && shown.current.light === next.light && shown.current.ratio === next.ratio
      shown.current = next
      if (same || !next || !session.get().draft) return
      newest(async () => {
        const setup = session.get().draft
        const asked = turn.current
        if (!setup) return
        try {
          const { rest } = await ask(setup, {})
          if (asked === turn.current) put(rest)
        } catch {
          // What is wrong with the setup has been said where it was typed.
        }
      })
    },
    [ask, newest, put, session],
  )

  /** Moves or turns something by hand. It follows the hand at once; its light follows as fast as it is answered. */
  const move = useCallback(
    (by: (setup: Setup) => Setup) => {
      if (session.edit(by)) newest(() => follow())
    },
    [follow, newest, session],
  )

  /** Takes something into the hand; gives the setup and the drawing it is taken out of. */
  const grab = useCallback(() => {
    const setup = session.get().draft
    if (setup) moving.current = { from: setup }
    session.hold(true)
    put({ inHand: true })
    return { draft: setup, layout: now.current.layout }
  }, [put, session])

  /** Lets go of what was moved. What cannot stand where it was put goes back to where it stood, and says why. */
  const release = useCallback(() => {
    put({ inHand: false })
    newest(async () => {
      const from = moving.current?.from
      // A wish of the hand may have made way for this one, so where it was let go is asked about here.
      await follow()
      moving.current = null
      const said = Object.entries(now.current.errors).find(([field]) => /^\/(scene|lights)/.test(field))?.[1]
      if (from && said) {
        session.edit((setup) => ({ ...setup, scene: from.scene, lights: from.lights }))
        await follow(false)
        put({ trouble: `${said} It stays where it was.` })
      }
      session.hold(false)
      advise()
    })
  }, [advise, follow, newest, put, session])

  const goBackOrForth = useCallback(
    async (what: 'undo' | 'redo') => {
      await chain.current
      // A value that was refused is what is taken back first.
      const refusals = Object.keys(now.current.refusals).length > 0
      if (refusals) put({ refusals: NO_ERRORS })
      if (what === 'undo' && (session.dropRefused() || refusals)) return follow(false)
      await session.flush()
      const at = session.get()
      if (!at.kept || at.conflict) return
      if (!session.settled()) {
        // The studio does not answer: what is not kept yet is taken back here.
        if (what === 'undo' && session.dropLast()) await follow(false)
        return
      }
      const call = { params: { path: { id } }, body: { version: at.kept.version } }
      const path = what === 'undo' ? ('/api/setups/{id}/undo' as const) : ('/api/setups/{id}/redo' as const)
      try {
        session.adopt(await need(client.POST(path, call)))
        await follow(false)
      } catch (error) {
        const newer = error instanceof ApiProblem ? error.problem.newer : null
        if (newer?.what === 'setup') session.adopt(newer.kept)
        else session.say(words(error))
      }
    },
    [follow, id, put, session],
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
  const settle = useCallback(
    (mine: boolean) => {
      session.settle(mine)
      void follow(false)
    },
    [follow, session],
  )
  const bringBack = useCallback(() => {
    session.bringBack()
    void follow(false)
  }, [follow, session])
  const takeUp = useCallback(
    (take: boolean) => {
      session.takeUp(take)
      void follow(false)
    },
    [follow, session],
  )
  const errors = useMemo(() => {
    const all = { ...answered.errors, ...answered.refusals, ...kept.errors }
    return Object.keys(all).length === 0 ? NO_ERRORS : all
  }, [answered.errors, answered.refusals, kept.errors])
  const marked = kept.save === 'saved' && Object.keys(answered.refusals).length > 0

  return {
    ...answered,
    kept: kept.kept,
    draft,
    save: marked ? ('refused' as const) : kept.save,
    errors,
    trouble: kept.trouble ?? answered.trouble,
    conflict: kept.conflict,
    shelved: kept.shelved,
    left: kept.left,
    missing: kept.missing,
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
    bringBack,
    takeUp,
    retry: session.retry,
    reload: session.load,
  }
}

export type BenchState = ReturnType<typeof useBench>
