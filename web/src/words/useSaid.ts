import { useQuery } from '@tanstack/react-query'
import { useCallback } from 'react'
import { settingsQuery } from '../api/queries'
import { inClock } from './units'

/** Writes times of day in a sentence as the user reads clocks. */
export function useSaid() {
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  return useCallback((sentence: string) => inClock(sentence, clock), [clock])
}
