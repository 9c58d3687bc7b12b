import { type RefObject, useCallback, useRef } from 'react'
import { ApiProblem, client, need, words } from '../api/client'
import { type Answered, NO_ERRORS } from './answered'
import { patiently, TIMES } from '../api/patience'
import type { Follow, Ground } from './useFollow'

type StandBack = ReturnType<Ground['session']['standBack']>
type Props = Pick<Ground, 'id' | 'session' | 'put'> &
  Pick<Follow, 'busyRef' | 'chainRef' | 'follow'> & { nowRef: RefObject<Answered> }

/** Undo and redo: what was refused goes first, then what is not kept yet, then what the studio remembers. */
export function useSteps({ id, session, put, busyRef, chainRef, follow, nowRef }: Props) {
  const stepping = useRef<Promise<void>>(Promise.resolve())
  const goBackOrForth = useCallback(
    async (what: 'undo' | 'redo', back: StandBack) => {
      // A value that was refused is what is taken back first.
      const refusals = Object.keys(nowRef.current.refusals).length > 0
      if (refusals) put({ refusals: NO_ERRORS })
      if (what === 'undo' && (session.dropRefused() || refusals)) return follow(false)
      await session.flush()
      const at = session.get()
      if (!at.kept || at.conflict) return
      if (!back.settled()) {
        // The studio does not answer: what is not kept yet is taken back here.
        if (what === 'undo' && back.dropLast()) await follow(false)
        return
      }
      const call = { params: { path: { id } }, body: { version: at.kept.version } }
      const path = what === 'undo' ? ('/api/setups/{id}/undo' as const) : ('/api/setups/{id}/redo' as const)
      try {
        // It says which version it means, so that asked again it is not done twice.
        session.adopt(await patiently(() => need(client.POST(path, call)), { times: TIMES }))
        await follow(false)
      } catch (error) {
        const newer = error instanceof ApiProblem ? error.problem.newer : null
        if (newer?.what === 'setup') {
          // It was done already, its answer lost, or somebody else was quicker: what is shown has to be of what is there now.
          session.adopt(newer.kept)
          await follow(false)
        } else session.say(words(error))
      }
    },
    [follow, id, nowRef, put, session],
  )

  /** One step after the other, so that quick presses all count. */
  const step = useCallback(
    (what: 'undo' | 'redo') => {
      // What the core is still changing is part of what is taken back.
      const at = busyRef.current === 0 ? session.standBack() : null
      stepping.current = stepping.current.then(async () => {
        await chainRef.current
        const back = at ?? session.standBack()
        await goBackOrForth(what, back).finally(() => back.end())
      })
      return stepping.current
    },
    [busyRef, chainRef, goBackOrForth, session],
  )
  const undo = useCallback(() => step('undo'), [step])
  const redo = useCallback(() => step('redo'), [step])
  return { undo, redo }
}
