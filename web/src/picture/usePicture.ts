import { useCallback, useEffect, useRef, useState } from 'react'
import { ApiProblem, client, need, overtaken, words } from '../api/client'
import type { Lit, Setup } from '../api/types'
import { none, seen, type Turn } from './before'
import { type Planes, planes } from './planes'

const AGAIN_AFTER = 600

/** Hears of a draft; done when its picture stands there, or will not come. */
type Heard = (draft: Setup) => Promise<void>

/** Calls back with each draft as soon as there is one, before anything is drawn; says how to stop. */
export type Watch = (heard: Heard) => () => void

/** A picture that is asked for: of which draft of which setup, in which light, what calls it back, and when there is something of it. */
type Asked = { id: string; draft: Setup; lit: Lit; called: AbortController; there: Promise<void> }

/** What there is of a picture; nothing where other questions came first. */
async function ask({ id, draft, lit, called }: Omit<Asked, 'there'>, more_than: number | null) {
  const answer = await need(
    client.POST('/api/picture', {
      params: { query: { of: id } },
      body: { setup: draft, lit, more_than },
      parseAs: 'arrayBuffer',
      signal: called.signal,
    }),
  )
  return answer instanceof ArrayBuffer ? planes(answer) : null
}

const wait = () => new Promise((done) => window.setTimeout(done, AGAIN_AFTER))

/**
 * The picture of a draft in a light: what there is at once, and then better and better as long as it is looked at. While another is on
 * its way the one before stays, and `of` says which draft is seen; and the one before the last change is kept to be looked at beside it.
 * It is asked for as soon as a draft is heard of, while the page is still drawn with what else that changes, and `show` hears of it as
 * soon as it is there, before the page is drawn with what is said of it.
 */
export function usePicture(
  id: string,
  draft: Setup,
  lit: Lit,
  isSeen: boolean,
  watch?: Watch,
  show?: (picture: Planes) => void,
) {
  const [turn, setTurn] = useState<{ lit: Lit; of: Turn<Planes, Setup> }>({ lit, of: none })
  const [trouble, setTrouble] = useState<string | null>(null)
  const asked = useRef<Asked | null>(null)
  const stop = useCallback(() => {
    asked.current?.called.abort()
    asked.current = null
  }, [])
  const look = useCallback(
    (draft: Setup) => {
      const now = asked.current
      if (now && now.id === id && now.draft === draft && now.lit === lit) return now.there
      stop()
      const since = performance.now()
      const of = { id, draft, lit, called: new AbortController() }
      const { signal } = of.called
      const run = async (stands: () => void) => {
        let known: number | null = null
        while (!signal.aborted) {
          try {
            const found: Planes | null = await ask(of, known)
            if (signal.aborted) return
            if (!found) continue
            show?.(found)
            stands()
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
      const there = new Promise<void>((stands) => void run(stands).finally(stands))
      asked.current = { ...of, there }
      return there
    },
    [id, lit, show, stop],
  )
  useEffect(() => {
    if (!isSeen) return stop()
    void look(draft)
  }, [draft, isSeen, look, stop])
  useEffect(() => {
    if (isSeen) return watch?.(look)
  }, [isSeen, look, watch])
  useEffect(() => stop, [stop])
  const { now, before } = turn.of
  return { picture: now?.picture ?? null, of: now?.draft ?? null, before, trouble }
}
