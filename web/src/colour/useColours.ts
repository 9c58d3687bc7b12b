import { useEffect, useRef, useState } from 'react'
import { client, need, overtaken } from '../api/client'
import type { Colours, Setup } from '../api/types'

const WAYS_AFTER = 250

/** The colour of a draft: as it stands at once, and what could be set and worn when nothing has moved for a while. */
export function useColours(id: string, draft: Setup) {
  const [now, setNow] = useState<Colours['now'] | null>(null)
  const [ways, setWays] = useState<Omit<Colours, 'now'> | null>(null)
  const asking = useRef(new AbortController())
  useEffect(() => {
    asking.current.abort()
    asking.current = new AbortController()
    const { signal } = asking.current
    const ask = (ways: boolean) =>
      need(
        client.POST('/api/colours', {
          params: { query: { of: id } },
          body: { setup: draft, ways },
          signal,
        }),
      )
    const quietly = (error: unknown) => {
      // What is wrong with the setup is said where it is edited.
      if (!overtaken(error) && !signal.aborted) setWays(null)
    }
    ask(false)
      .then((found) => !signal.aborted && setNow(found.now))
      .catch(quietly)
    const timer = window.setTimeout(() => {
      ask(true)
        .then(({ now, ...found }) => {
          if (signal.aborted) return
          setNow(now)
          setWays(found)
        })
        .catch(quietly)
    }, WAYS_AFTER)
    return () => {
      window.clearTimeout(timer)
      asking.current.abort()
    }
  }, [id, draft])
  return { now, ways }
}
