import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useRef, useState } from 'react'
import { ApiProblem, client, need, words } from '../api/client'
import { takeQuery } from '../api/queries'
import type { TakeChoice, TakeMark, TakeTold } from '../api/types'

/** What of a take a person changes. */
export type TakeEdit = { marks?: TakeMark[]; note?: string; choice?: TakeChoice }

/** A take as it is kept and what it says; a change is shown at once, kept, and what it then says is shown. */
export function useTake(id: string, without: string | null) {
  const queries = useQueryClient()
  const query = takeQuery(id, without)
  const told = useQuery(query).data
  const [trouble, setTrouble] = useState<string | null>(null)
  const line = useRef(Promise.resolve())
  /** Changes of takes that are shown and not answered yet, in their order. */
  const waiting = useRef<{ id: string; change: TakeEdit }[]>([])
  const { queryKey } = query
  const edit = useCallback(
    (change: TakeEdit) => {
      const shown = queries.getQueryData<TakeTold>(queryKey)
      if (!shown) return
      const take = { ...shown.kept.take, ...change }
      queries.setQueryData<TakeTold>(queryKey, { ...shown, kept: { ...shown.kept, take } })
      const own = { id, change }
      waiting.current.push(own)
      const answered = () => void (waiting.current = waiting.current.filter((one) => one !== own))
      line.current = line.current.then(async () => {
        const now = queries.getQueryData<TakeTold>(queryKey)
        if (!now) return answered()
        const { marks, note, choice } = { ...now.kept.take, ...change }
        const body = {
          marks: marks.map(({ of, x, y, width, height }) => ({ of, x, y, width, height })),
          note,
          choice,
          version: now.kept.version,
        }
        const params = { path: { id }, query: without ? { without } : {} }
        try {
          const kept = await need(client.PUT('/api/takes/{id}', { params, body }))
          answered()
          // What was changed since stays as it is shown.
          const since = waiting.current.filter((one) => one.id === id).map((one) => one.change)
          const take = Object.assign({}, kept.kept.take, ...since) as typeof kept.kept.take
          queries.setQueryData<TakeTold>(queryKey, { ...kept, kept: { ...kept.kept, take } })
          setTrouble(null)
          void queries.invalidateQueries({ queryKey: ['takes'] })
          void queries.invalidateQueries({ queryKey: ['mended', id] })
        } catch (error) {
          answered()
          setTrouble(
            error instanceof ApiProblem ? (error.problem.errors[0]?.detail ?? words(error)) : words(error),
          )
          void queries.invalidateQueries({ queryKey })
        }
      })
    },
    [id, queries, queryKey, without],
  )
  return { told: told?.kept.id === id ? told : undefined, edit, trouble }
}
