import { useEffect, useState } from 'react'
import { ApiProblem, client, need, overtaken, words } from '../api/client'
import type { Lit, Setup } from '../api/types'
import { none, seen, type Turn } from './before'
import { type Planes, planes } from './planes'

const AGAIN_AFTER = 600

/**
 * The picture of a draft in a light: what there is at once, and then better and better as long as it is looked at. While another is on
 * its way the one before stays, and `of` says which draft is seen; and the one before the last change is kept to be looked at beside it.
 */
export function usePicture(id: string, draft: Setup, lit: Lit, isSeen: boolean) {
  const [turn, setTurn] = useState<{ lit: Lit; of: Turn<Planes, Setup> }>({ lit, of: none })
  const [trouble, setTrouble] = useState<string | null>(null)
  useEffect(() => {
    if (!isSeen) return
    const since = performance.now()
    const called = new AbortController()
    const { signal } = called
    const ask = async (more_than: number | null) => {
      const answer = await need(
        client.POST('/api/picture', {
          params: { query: { of: id } },
          body: { setup: draft, lit, more_than },
          parseAs: 'arrayBuffer',
          signal,
        }),
      )
      // Where other questions came first there is nothing yet.
      return answer instanceof ArrayBuffer ? planes(answer) : null
    }
    const wait = () => new Promise((done) => window.setTimeout(done, AGAIN_AFTER))
    const look = async () => {
      let known: number | null = null
      while (!signal.aborted) {
        try {
          const found: Planes | null = await ask(known)
          if (signal.aborted) return
          if (!found) continue
          // Another light is no change of the draft: what was before was seen in this one.
          setTurn((was) => ({
            lit,
            of: seen(was.lit === lit ? was.of : none, { draft, picture: found, since }),
          }))
          setTrouble(null)
          known = found.told.rounds
          if (found.told.enough) return
        } catch (error) {
          if (signal.aborted || overtaken(error)) return
          // What is wrong with the setup is said where it is edited.
          const later = error instanceof ApiProblem && [0, 503].includes(error.problem.status)
          if (!later) return
          setTrouble(words(error))
          await wait()
        }
      }
    }
    void look()
    return () => called.abort()
  }, [draft, id, isSeen, lit])
  const { now, before } = turn.of
  return { picture: now?.picture ?? null, of: now?.draft ?? null, before, trouble }
}
