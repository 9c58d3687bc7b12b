import { replaceEqualDeep } from '@tanstack/react-query'
import { useCallback, useRef, useState } from 'react'
import type { Assessment, Layout, Plan, Setup } from '../api/types'
import { sameWhereSame } from './sameWhereSame'

export type Advice = Pick<Plan, 'binds' | 'alternatives' | 'evening' | 'spill' | 'sun' | 'cures'>

/** What the core makes of the draft. */
export type Answered = {
  assessment: Assessment | null
  /** The set as drawn, while it is shown. */
  layout: Layout | null
  /** The setup the drawing was made of. */
  laid: Setup | null
  advice: Advice | null
  /** What does not fit, by field. */
  errors: Record<string, string>
  /** What a change was refused for, at the field it was typed into; the setup is as it was. */
  refusals: Record<string, string>
  trouble: string | null
  /** Whether something of the set is in the hand. */
  inHand: boolean
  /** Whether the core works on a change, which is not in the draft yet. */
  working: boolean
}

/** One object for no errors, so that what only shows errors is not drawn again. */
export const NO_ERRORS: Record<string, string> = {}
export const nothing: Answered = {
  assessment: null,
  layout: null,
  laid: null,
  advice: null,
  errors: NO_ERRORS,
  refusals: NO_ERRORS,
  trouble: null,
  inHand: false,
  working: false,
}

export const adviceOf = ({ binds, alternatives, evening, spill, sun, cures }: Plan): Advice => ({
  binds,
  alternatives,
  evening,
  spill,
  sun,
  cures,
})

/** What the core made of the draft last, and how it is told. */
export function useAnswered() {
  const [answered, setAnswered] = useState<Answered>(nothing)
  const nowRef = useRef<Answered>(nothing)
  const put = useCallback((change: Partial<Answered>) => {
    // What an answer leaves as it was stays the same object, so that only what moved is drawn again.
    const assessment = change.assessment && replaceEqualDeep(nowRef.current.assessment, change.assessment)
    const layout = change.layout && sameWhereSame(nowRef.current.layout, change.layout)
    nowRef.current = {
      ...nowRef.current,
      ...change,
      ...(assessment && { assessment }),
      ...(layout && { layout }),
    }
    setAnswered(nowRef.current)
  }, [])
  return { answered, nowRef, put }
}
