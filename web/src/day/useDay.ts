import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { ApiProblem, client, need, words } from '../api/client'
import { hear, kept as tellKept } from '../api/ear'
import type { Day, KeptDay, PlacedSetup, Slot } from '../api/types'
import { useSession } from '../session/useSession'

type Errors = Record<string, string>
const NO_ERRORS: Errors = {}

/** A step of this page: a change of the day, which its session can take back, or setups placed. */
type Step = { of: 'day' } | { of: 'slots'; back: PlacedSetup[]; forth: PlacedSetup[] }

const gateway = (id: string) => ({
  key: `day:${id}`,
  what: 'day' as const,
  prefix: /^\/day(?=\/)/,
  changed: () => ({ what: 'day' as const, id }),
  load: () => need(client.GET('/api/jobs/{id}/day', { params: { path: { id } } })),
  save: (day: Day | null, version: number): Promise<KeptDay> =>
    day === null
      ? need(client.GET('/api/jobs/{id}/day', { params: { path: { id } } }))
      : need(client.PUT('/api/jobs/{id}/day', { params: { path: { id } }, body: { day, version } })),
  doc: (kept: KeptDay): Day | null => kept.day ?? null,
  version: (kept: KeptDay) => kept.version,
})

/** A job's day: every change is kept by its session and can be taken back, setups placed and the day's own in one order. */
export function useDay(job: string) {
  const of = useMemo(() => gateway(job), [job])
  const [state, session] = useSession(of)
  const [slotErrors, setSlotErrors] = useState<Errors>(NO_ERRORS)
  const [slotTrouble, setSlotTrouble] = useState<string | null>(null)
  const [past, setPast] = useState<Step[]>([])
  const [future, setFuture] = useState<Step[]>([])
  const steps = useRef({ past, future })
  const chain = useRef<Promise<void>>(Promise.resolve())
  /** What slots were wished to be, until they are drawn so; `kept` once the studio has them. */
  const wished = useRef(new Map<string, { slot: Slot | null; kept: boolean }>())

  useEffect(() => {
    void session.load()
    return hear((changed, own) => {
      if (!own && (changed.what === 'all' || (changed.what === 'day' && changed.id === job)))
        void session.load()
    })
  }, [job, session])

  const put = useCallback((next: typeof steps.current) => {
    steps.current = next
    setPast(next.past)
    setFuture(next.future)
  }, [])
  const done = useCallback((step: Step) => put({ past: [...steps.current.past, step], future: [] }), [put])

  const edit = useCallback(
    (by: (day: Day) => Day) => {
      if (session.edit((day) => day && by(day))) done({ of: 'day' })
    },
    [done, session],
  )
  /** Puts the day down where there was none. */
  const keep = useCallback((day: Day) => void session.edit(() => day), [session])

  /** Notes what slots are to be: what is changed before they are drawn so is changed on that. */
  const wish = useCallback(
    (placed: PlacedSetup[]) =>
      placed.map(({ setup, slot }) => {
        const one = { slot: slot ?? null, kept: false }
        wished.current.set(setup, one)
        return { setup, one }
      }),
    [],
  )
  const send = useCallback(
    async (placed: PlacedSetup[], wishes = wish(placed)) => {
      try {
        // What the setups were placed by is kept first, since it may be a spot that is new.
        await session.flush()
        const back = await need(
          client.PUT('/api/jobs/{id}/slots', { params: { path: { id: job } }, body: placed }),
        )
        wishes.forEach(({ one }) => (one.kept = true))
        setSlotErrors(NO_ERRORS)
        setSlotTrouble(null)
        tellKept({ what: 'day', id: job })
        return back
      } catch (error) {
        for (const { setup, one } of wishes) {
          if (wished.current.get(setup) === one) wished.current.delete(setup)
        }
        throw error
      }
    },
    [job, session, wish],
  )
  const inTurn = useCallback((task: () => Promise<void>) => {
    chain.current = chain.current.then(task)
    return chain.current
  }, [])

  /** Puts setups where and when they are to be made; what is refused is said at the setup. */
  const place = useCallback(
    (placed: PlacedSetup[], wishes?: ReturnType<typeof wish>) =>
      inTurn(async () => {
        try {
          const back = await send(placed, wishes)
          const forth = placed.map((one, index) => ({ ...one, from: back[index]?.slot ?? null }))
          done({ of: 'slots', back, forth })
        } catch (error) {
          const fields = error instanceof ApiProblem ? error.problem.errors : []
          if (fields.length === 0) setSlotTrouble(words(error))
          const at = (field: string) =>
            field.replace(/^\/(\d+)/, (_, index) => placed[Number(index)]?.setup ?? '')
          setSlotErrors(Object.fromEntries(fields.map(({ field, detail }) => [at(field), detail])))
        }
      }),
    [done, inTurn, send],
  )
  /** Changes a slot; `from` is what it was when it was drawn, over which earlier wishes not yet answered count. */
  const placeOne = useCallback(
    (setup: string, from: Slot | null, change: Partial<Slot> | null) => {
      const known = wished.current.get(setup)
      const base = known ? known.slot : from
      const slot = change && base ? { ...base, ...change } : (change as Slot | null)
      const placed = [{ setup, slot }]
      void place(placed, wish(placed))
    },
    [place, wish],
  )
  /** A slot is drawn anew: what was wished of it and kept stands there now, or what another did since. */
  const drawn = useCallback((setup: string) => {
    if (wished.current.get(setup)?.kept) wished.current.delete(setup)
  }, [])

  /** Quick presses all count, one step after the other; nothing goes over what another window did since. */
  const step = useCallback(
    (way: 'undo' | 'redo') =>
      void inTurn(async () => {
        if (way === 'undo' && session.dropRefused()) return
        const { past, future } = steps.current
        const one = (way === 'undo' ? past : future).at(-1)
        if (!one) return
        let taken = one
        if (one.of === 'day') session[way]()
        else {
          try {
            const placed = way === 'undo' ? one.back : one.forth
            const was = await send(placed)
            taken = way === 'undo' ? { ...one, forth: was } : { ...one, back: was }
          } catch (error) {
            setSlotTrouble(words(error))
            // What cannot be taken back any more does not stand in the way of what was done before it.
            const lost = error instanceof ApiProblem && error.problem.status === 409
            if (!lost) return
            put(way === 'undo' ? { past: past.slice(0, -1), future } : { past, future: future.slice(0, -1) })
            return
          }
        }
        put(
          way === 'undo'
            ? { past: past.slice(0, -1), future: [...future, taken] }
            : { past: [...past, taken], future: future.slice(0, -1) },
        )
      }),
    [inTurn, put, send, session],
  )

  return {
    ...state,
    day: state.draft,
    slotErrors,
    trouble: slotTrouble ?? state.trouble,
    keep,
    edit,
    place,
    placeOne,
    drawn,
    session,
    undo: () => step('undo'),
    redo: () => step('redo'),
    canUndo: past.length > 0 || Object.keys(state.errors).length > 0,
    canRedo: future.length > 0,
  }
}

export type DayState = ReturnType<typeof useDay>
