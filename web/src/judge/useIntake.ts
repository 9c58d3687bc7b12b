import { useQueryClient } from '@tanstack/react-query'
import { useCallback, useRef, useState } from 'react'
import { ApiProblem, client, need, words } from '../api/client'
import type { TakeTold } from '../api/types'

/** What kinds of file are offered; whatever is handed in is looked at by the studio, which says what is wrong with it. */
export const KINDS = [
  'image/jpeg',
  'image/png',
  'image/tiff',
  '.dng',
  '.nef',
  '.cr2',
  '.arw',
  '.orf',
  '.pef',
  '.rw2',
]

/** A frame that was not taken in, and why. */
export type Refused = { name: string; why: string }

const why = (error: unknown) =>
  error instanceof ApiProblem ? (error.problem.errors[0]?.detail ?? words(error)) : words(error)

/** A frame to be taken in: a file, or one of the watched folder by its name. */
type Coming = File | string

const send = (id: string, coming: Coming) =>
  typeof coming === 'string'
    ? client.POST('/api/setups/{id}/takes/watched/{name}', { params: { path: { id, name: coming } } })
    : client.POST('/api/setups/{id}/takes', {
        params: { path: { id }, query: { name: coming.name } },
        body: coming as unknown as number[],
        bodySerializer: (body) => body,
        headers: { 'Content-Type': 'application/octet-stream' },
      })

/** Frames on their way in, one after the other; one that is refused holds up none. */
export function useIntake(id: string, onTaken: (told: TakeTold) => void) {
  const queries = useQueryClient()
  const waiting = useRef<Coming[]>([])
  const busy = useRef(false)
  const [progress, setProgress] = useState<{ done: number; of: number } | null>(null)
  const [refused, setRefused] = useState<Refused[]>([])
  const takeIn = useCallback(
    async (coming: readonly Coming[]) => {
      waiting.current.push(...coming)
      setProgress((now) => ({ done: now?.done ?? 0, of: (now?.of ?? 0) + coming.length }))
      if (busy.current) return
      busy.current = true
      for (let next = waiting.current.shift(); next !== undefined; next = waiting.current.shift()) {
        try {
          // Of a frame in the folder that is another's, or was deleted, nothing comes.
          const told = await need<TakeTold | undefined>(send(id, next))
          if (told) onTaken(told)
        } catch (error) {
          const name = typeof next === 'string' ? next : next.name
          setRefused((before) => [...before.filter((one) => one.name !== name), { name, why: why(error) }])
        }
        setProgress((now) => now && { ...now, done: now.done + 1 })
      }
      busy.current = false
      setProgress(null)
      void queries.invalidateQueries({ queryKey: ['takes'] })
    },
    [id, onTaken, queries],
  )
  return { takeIn, progress, refused, forget: () => setRefused([]) }
}
