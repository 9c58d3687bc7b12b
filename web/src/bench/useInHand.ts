import { type RefObject, useCallback } from 'react'
import type { Setup } from '../api/types'
import type { Answered } from './answered'
import { ask, type Shown } from './questions'
import type { Follow, Ground } from './useFollow'
import type { Newest } from './useNewest'

type Props = Ground &
  Pick<Follow, 'turnRef' | 'advise' | 'follow'> & { nowRef: RefObject<Answered>; newest: Newest }

/** The set under the hand: what is shown of it, and what is moved on it. */
export function useInHand({
  id,
  session,
  put,
  shownRef,
  movingRef,
  nowRef,
  newest,
  turnRef,
  advise,
  follow,
}: Props) {
  /** Shows the set, with the lines of one light; or no longer. */
  const showSet = useCallback(
    (next: Shown) => {
      const same =
        shownRef.current &&
        next &&
        shownRef.current.light === next.light &&
        shownRef.current.ratio === next.ratio
      shownRef.current = next
      if (same || !next || !session.get().draft) return
      newest(async () => {
        const setup = session.get().draft
        const asked = turnRef.current
        if (!setup) return
        try {
          const { rest } = await ask(id, setup, next, {})
          if (asked === turnRef.current) put(rest)
        } catch {
          // What is wrong with the setup has been said where it was typed.
        }
      })
    },
    [id, newest, put, session, shownRef, turnRef],
  )

  /** Moves or turns something by hand. It follows the hand at once; its light follows as fast as it is answered. */
  const move = useCallback(
    (by: (setup: Setup) => Setup) => {
      if (session.edit(by)) newest(() => follow())
    },
    [follow, newest, session],
  )

  /** Takes something into the hand; gives the setup and the drawing it is taken out of. */
  const grab = useCallback(() => {
    const setup = session.get().draft
    if (setup) movingRef.current = { from: setup }
    session.hold(true)
    put({ inHand: true })
    return { draft: setup, layout: nowRef.current.layout }
  }, [movingRef, nowRef, put, session])

  /** Lets go of what was moved. What cannot stand where it was put goes back to where it stood, and says why. */
  const release = useCallback(() => {
    put({ inHand: false })
    newest(async () => {
      const from = movingRef.current?.from
      // A wish of the hand may have made way for this one, so where it was let go is asked about here.
      await follow()
      movingRef.current = null
      const said = Object.entries(nowRef.current.errors).find(([field]) =>
        /^\/(scene|lights)/.test(field),
      )?.[1]
      if (from && said) {
        session.edit((setup) => ({ ...setup, scene: from.scene, lights: from.lights }))
        await follow(false)
        put({ trouble: `${said} It stays where it was.` })
      }
      session.hold(false)
      advise()
    })
  }, [advise, follow, movingRef, newest, nowRef, put, session])

  return { showSet, move, grab, release }
}
