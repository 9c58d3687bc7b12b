import { replaceEqualDeep } from '@tanstack/react-query'
import { flushSync } from 'react-dom'
import { useCallback, useEffect, useRef, useState } from 'react'
import { client, need, overtaken } from '../api/client'
import type { Colours, Setup } from '../api/types'

const WAYS_AFTER = 250

/**
 * The colour of a draft: as it stands at once, and when nothing has moved for a while, the draft that has settled and what could
 * be set and worn. Whoever changes the draft may have it looked at before the page is drawn with it.
 */
export function useColours(id: string, draft: Setup) {
  const [now, setNow] = useState<Colours['now'] | null>(null)
  const [settled, setSettled] = useState(draft)
  const [ways, setWays] = useState<Omit<Colours, 'now'> | null>(null)
  /** What an answer leaves as it was stays the same object, so that only what changed is drawn again. */
  const told = useCallback((found: Colours['now']) => setNow((was) => replaceEqualDeep(was, found)), [])

  const asking = useRef<{ of: Setup; stop: () => void } | null>(null)

  const look = useCallback(
    (draft: Setup) => {
      if (asking.current?.of === draft) return
      asking.current?.stop()
      const called = new AbortController()
      const { signal } = called
      let timer = 0
      const stop = () => {
        window.clearTimeout(timer)
        called.abort()
      }
      asking.current = { of: draft, stop }
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
      // The ways are asked for when the first is answered: a newer question would overtake it.
      const askWays = () => {
        setSettled(draft)
        ask(true)
          .then(({ now, ...found }) => {
            if (signal.aborted) return
            told(now)
            setWays(found)
          })
          .catch(quietly)
      }
      ask(false)
        .then((found) => {
          if (signal.aborted) return
          // The patches follow the hand before the rest of the page does.
          flushSync(() => told(found.now))
          timer = window.setTimeout(askWays, WAYS_AFTER)
        })
        .catch(quietly)
    },
    [id, told],
  )

  useEffect(() => look(draft), [draft, look])
  useEffect(
    () => () => {
      asking.current?.stop()
      asking.current = null
    },
    [],
  )
  return { now, ways, settled, look }
}
