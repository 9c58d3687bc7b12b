import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import { client, need } from '../api/client'

/** How often the folder is looked into, in milliseconds. */
const LOOKS = 1_000

/** Watches the folder while asked to: every frame that was not there before is handed on, once. */
export function useWatch(on: boolean, onNew: (names: string[]) => void) {
  const known = useRef(new Set<string>())
  const seen = useQuery({
    queryKey: ['frames-in'],
    queryFn: () => need(client.GET('/api/frames-in')),
    refetchInterval: on ? LOOKS : false,
    enabled: on,
  }).data
  useEffect(() => {
    if (!on || !seen) return
    const fresh = seen.frames.filter((name) => !known.current.has(name))
    fresh.forEach((name) => known.current.add(name))
    if (fresh.length > 0) onNew(fresh)
  }, [on, onNew, seen])
  return seen?.folder
}
