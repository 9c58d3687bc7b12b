import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useRef, useState } from 'react'
import { ApiProblem, client, need, words } from '../api/client'
import { dayQuery } from '../api/queries'
import type { Day, PlacedSetup, Slot } from '../api/types'

type Step = { undo: () => Promise<void>; redo: () => Promise<void> }
type Errors = Record<string, string>
const NO_ERRORS: Errors = {}

const fieldsOf = (error: unknown): Errors | null => {
  const fields = error instanceof ApiProblem ? error.problem.errors : []
  return fields.length > 0
    ? Object.fromEntries(fields.map(({ field, detail }) => [field.replace(/^\/day/, ''), detail]))
    : null
}

/**
 * A job's day: every change is saved at once and can be undone. What the server refuses stays on the screen with its
 * words until it is put right.
 */
export function useDay(job: string) {
  const queries = useQueryClient()
  const kept = useQuery(dayQuery(job))
  const [draft, setDraft] = useState<Day | null>(null)
  const [errors, setErrors] = useState<Errors>(NO_ERRORS)
  const [slotErrors, setSlotErrors] = useState<Errors>(NO_ERRORS)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [history, setHistory] = useState<{ back: Step[]; forth: Step[] }>({ back: [], forth: [] })
  const chain = useRef<Promise<void>>(Promise.resolve())
  const day = draft ?? kept.data?.day ?? null
  // What edits start from: the newest, also where one was made before the screen was drawn again.
  const newest = useRef(day)
  useEffect(() => {
    newest.current = day
  }, [day])
  const wished = useRef(new Map<string, Slot | null>())

  const refresh = useCallback(
    () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ['day', job] }),
        queries.invalidateQueries({ queryKey: ['jobs'] }),
      ]),
    [job, queries],
  )
  const done = useCallback(
    (step: Step) => setHistory(({ back }) => ({ back: [...back, step], forth: [] })),
    [],
  )

  /** Saves a day over the newest one. */
  const put = useCallback(
    async (next: Day) => {
      const version = queries.getQueryData(dayQuery(job).queryKey)?.version ?? 0
      const params = { path: { id: job } }
      const saved = await need(client.PUT('/api/jobs/{id}/day', { params, body: { day: next, version } }))
      queries.setQueryData(dayQuery(job).queryKey, saved)
      await refresh()
    },
    [job, queries, refresh],
  )

  const inTurn = useCallback((task: () => Promise<void>) => {
    chain.current = chain.current.then(task)
    return chain.current
  }, [])

  const keep = useCallback(
    (next: Day) => {
      newest.current = next
      setDraft(next)
      return inTurn(async () => {
        const before = queries.getQueryData(dayQuery(job).queryKey)?.day ?? null
        try {
          await put(next)
          setDraft((now) => (now === next ? null : now))
          setErrors(NO_ERRORS)
          setTrouble(null)
          if (before) done({ undo: () => put(before), redo: () => put(next) })
        } catch (error) {
          const fields = fieldsOf(error)
          if (fields) setErrors(fields)
          else {
            setTrouble(words(error))
            setDraft(null)
            await refresh()
          }
        }
      })
    },
    [done, inTurn, job, put, queries, refresh],
  )

  const edit = useCallback((by: (day: Day) => Day) => newest.current && void keep(by(newest.current)), [keep])

  const send = useCallback(
    async (placed: PlacedSetup[]) => {
      const params = { path: { id: job } }
      const before = await need(client.PUT('/api/jobs/{id}/slots', { params, body: placed }))
      await refresh()
      return before
    },
    [job, refresh],
  )

  /** Puts setups where and when they are to be made; what is refused is said at the setup. */
  const place = useCallback(
    (placed: PlacedSetup[]) =>
      inTurn(async () => {
        try {
          const before = await send(placed)
          setSlotErrors(NO_ERRORS)
          setTrouble(null)
          done({ undo: async () => void (await send(before)), redo: async () => void (await send(placed)) })
        } catch (error) {
          const fields = fieldsOf(error)
          if (!fields) setTrouble(words(error))
          else {
            const at = (field: string) =>
              field.replace(/^\/(\d+)/, (_, index) => placed[Number(index)]?.setup ?? '')
            setSlotErrors(
              Object.fromEntries(Object.entries(fields).map(([field, said]) => [at(field), said])),
            )
          }
        }
      }),
    [done, inTurn, send],
  )
  /** Changes a slot; `from` is what it was when it was drawn, over which earlier wishes not yet answered count. */
  const placeOne = useCallback(
    (setup: string, from: Slot | null, change: Partial<Slot> | null) => {
      const base = wished.current.get(setup) ?? from
      const slot = change && base ? { ...base, ...change } : (change as Slot | null)
      wished.current.set(setup, slot)
      void place([{ setup, slot }]).finally(() => {
        if (wished.current.get(setup) === slot) wished.current.delete(setup)
      })
    },
    [place],
  )

  const step = useCallback(
    (way: 'undo' | 'redo') =>
      inTurn(async () => {
        const one = (way === 'undo' ? history.back : history.forth).at(-1)
        if (!one) return
        try {
          setDraft(null)
          setErrors(NO_ERRORS)
          await one[way]()
          setHistory(({ back, forth }) =>
            way === 'undo'
              ? { back: back.slice(0, -1), forth: [...forth, one] }
              : { back: [...back, one], forth: forth.slice(0, -1) },
          )
        } catch (error) {
          setTrouble(words(error))
          await refresh()
        }
      }),
    [history, inTurn, refresh],
  )

  return {
    kept,
    day,
    errors,
    slotErrors,
    trouble,
    keep,
    edit,
    place,
    placeOne,
    undo: () => void step('undo'),
    redo: () => void step('redo'),
    canUndo: history.back.length > 0,
    canRedo: history.forth.length > 0,
  }
}

export type DayState = ReturnType<typeof useDay>
