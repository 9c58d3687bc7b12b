import { useQuery, useQueryClient } from '@tanstack/react-query'
import { type RefObject, useEffect, useMemo } from 'react'
import { client, need } from '../api/client'
import { kept } from '../api/ear'
import { ticksQuery } from './cardQuery'
import { Ticking, type Ticks } from './ticking'

/** How long until what the studio did not take is told to it again, in milliseconds. */
const AGAIN = 3000

const tell = async (job: string, changes: Ticks) => {
  const ticks = Object.entries(changes).map(([line, ticked]) => ({ line, ticked }))
  const now = await need(
    client.PUT('/api/jobs/{id}/ticks', { params: { path: { id: job } }, body: { ticks } }),
  )
  kept({ what: 'ticks', job })
  return now.lines
}

/** What this browser keeps under a key, as far as it keeps anything. */
const browser = (key: string) => ({
  read: () => {
    try {
      return localStorage.getItem(key)
    } catch {
      return null
    }
  },
  write: (text: string | null) => {
    try {
      if (text === null) localStorage.removeItem(key)
      else localStorage.setItem(key, text)
    } catch {
      // Where nothing can be kept here, the studio alone keeps them.
    }
  },
})

/** The boxes of a page, ticked as the studio has them; what is ticked here is kept there, also when it answers only later. */
export function useTicks(job: string, page: RefObject<HTMLElement | null>, drawn: unknown) {
  const queries = useQueryClient()
  const told = useQuery(ticksQuery(job)).data
  const { ticking, show } = useMemo(() => {
    const { queryKey } = ticksQuery(job)
    const show = () => {
      const ticked = new Set(queries.getQueryData(queryKey)?.lines)
      page.current?.querySelectorAll<HTMLInputElement>('input[data-tick]').forEach((box) => {
        box.checked = ticking.has(box.dataset.tick ?? '', ticked)
      })
    }
    const ticking: Ticking = new Ticking({
      ...browser(`tolva-ticks:${job}`),
      tell: (changes) => tell(job, changes),
      onChange: (lines) => {
        if (lines) queries.setQueryData(queryKey, { lines: [...lines] })
        show()
      },
      later: (again) => {
        const timer = window.setTimeout(again, AGAIN)
        return () => window.clearTimeout(timer)
      },
    })
    return { ticking, show }
  }, [job, page, queries])
  useEffect(() => {
    void ticking.send()
    return () => ticking.stop()
  }, [ticking])
  useEffect(show, [show, told, drawn])
  useEffect(() => {
    const root = page.current
    const changed = ({ target }: Event) => {
      const box = target as HTMLInputElement
      if (box.dataset.tick) ticking.put({ [box.dataset.tick]: box.checked })
    }
    root?.addEventListener('change', changed)
    return () => root?.removeEventListener('change', changed)
  }, [page, ticking, drawn])
  return { lines: told?.lines ?? [], put: (ticks: Ticks) => ticking.put(ticks) }
}
