import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { client, need } from '../api/client'
import { hear } from '../api/ear'
import type { Change, DialId, Part, Patch, Setup, Slot } from '../api/types'
import type { Watch } from '../picture/usePicture'
import { useSession } from '../session/useSession'
import { NO_ERRORS, nothing, useAnswered } from './answered'
import { gateway, type Shown } from './questions'
import { dialAt, nearestMark, sameDial, withDial } from './setupDials'
import { useFollow } from './useFollow'
import { useInHand } from './useInHand'
import { useNewest } from './useNewest'
import { useSteps } from './useSteps'

/** One setup on the bench: every edit is answered at once and kept by its session; what the core changes is an edit too. */
export function useBench(id: string) {
  const of = useMemo(() => gateway(id), [id])
  const [kept, session] = useSession(of)
  const { answered, nowRef, put } = useAnswered()
  const shownRef = useRef<Shown>(null)
  const movingRef = useRef<{ from: Setup } | null>(null)
  const newest = useNewest()
  const ground = { id, session, put, shownRef, movingRef }
  const { turnRef, chainRef, busyRef, nextTurn, advise, refused, follow, core } = useFollow(ground)
  const { showSet, move, grab, release } = useInHand({ ...ground, nowRef, newest, turnRef, advise, follow })
  const { undo, redo } = useSteps({ id, session, put, busyRef, chainRef, follow, nowRef })

  useEffect(() => {
    nowRef.current = nothing
    void session.load()
    const leaving = () => void session.flush()
    window.addEventListener('pagehide', leaving)
    const silence = hear((changed, own) => {
      if (own) return
      const ours = changed.what === 'setup' && changed.id === id
      if (ours || changed.what === 'all') void session.load()
      // Another kit, job, day or set of rules answers the same setup differently.
      if (['kit', 'job', 'day', 'settings'].includes(changed.what)) void follow(false)
    })
    return () => {
      silence()
      window.removeEventListener('pagehide', leaving)
    }
  }, [follow, id, nowRef, session])

  // What was loaded, or came from another window, or was dropped, is answered as any edit is.
  const seenRef = useRef<Pick<typeof kept, 'kept' | 'draft'>>({ kept: null, draft: null })
  const { draft } = kept
  useEffect(() => {
    const was = seenRef.current
    seenRef.current = kept
    if (!draft || was.draft === draft) return
    const came = was.kept !== kept.kept || session.settled()
    if (came && nowRef.current.laid !== draft && !movingRef.current) void follow(false)
  }, [draft, follow, kept, nowRef, session])

  /** Tells of each edited draft before its levels are asked for, which come sooner, and before the page is drawn with it. */
  const heardBy = useRef(new Set<Parameters<Watch>[0]>())
  const watch = useCallback<Watch>((heard) => {
    heardBy.current.add(heard)
    return () => void heardBy.current.delete(heard)
  }, [])

  /** Each edit is taken back by itself, but for those told to be `of` the same thing, as the turns of one dial. */
  const edit = useCallback(
    (by: (setup: Setup) => Setup, of: string | symbol = Symbol('edit')) => {
      const refusals = Object.keys(nowRef.current.refusals).length > 0
      if (refusals) put({ refusals: NO_ERRORS })
      if (!session.edit(by, of) && !refusals) return
      const { draft } = session.get()
      const seen =
        draft && heardBy.current.size > 0 && Promise.all([...heardBy.current].map((heard) => heard(draft)))
      void follow(undefined, seen || undefined)
    },
    [follow, nowRef, put, session],
  )

  /** The draft as it is by now, drawn or not. */
  const current = useCallback(() => session.get().draft, [session])

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
      const strip = nowRef.current.assessment?.dials.find((one) => sameDial(one.id, dial))?.strip
      if (!setup || !strip) return
      const index = nearestMark(strip, dialAt(setup, dial)) + clicks
      const to = strip[Math.max(0, Math.min(strip.length - 1, index))]
      if (!to || to.at === dialAt(setup, dial)) return
      const turned = (setup: Setup) =>
        withDial(setup, dial, setup.solve_as_i_go ? { at: to.at, held: true } : { at: to.at })
      edit(turned, `turn ${JSON.stringify(dial)}`)
    },
    [edit, nowRef, session],
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
        const asked = nextTurn()
        try {
          const params = { query: { of: id } }
          const given = await need(client.POST('/api/drag', { params, body: { setup, patch, part, to } }))
          session.merge(setup, given.dragged.setup, `drag ${JSON.stringify([patch, part])}`)
          setStopped(given.dragged.stopped ?? null)
          if (asked !== turnRef.current) return void (await follow(false))
          put({ assessment: given.assessment, trouble: null })
          advise()
        } catch (error) {
          refused(error)
        }
      }),
    [advise, follow, id, newest, nextTurn, put, refused, session, turnRef],
  )

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
    // What the core still works on is not kept either, though nothing of it is in the draft.
    save: marked ? ('refused' as const) : answered.working && kept.save === 'saved' ? 'waiting' : kept.save,
    errors,
    trouble: kept.trouble ?? answered.trouble,
    conflict: kept.conflict,
    shelved: kept.shelved,
    left: kept.left,
    missing: kept.missing,
    stopped,
    current,
    watch,
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
