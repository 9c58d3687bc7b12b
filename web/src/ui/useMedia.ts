import { useCallback, useSyncExternalStore } from 'react'

/** Whether a media query holds, now and as it changes. */
export function useMedia(query: string) {
  const subscribe = useCallback(
    (changed: () => void) => {
      const list = window.matchMedia(query)
      list.addEventListener('change', changed)
      return () => list.removeEventListener('change', changed)
    },
    [query],
  )
  return useSyncExternalStore(subscribe, () => window.matchMedia(query).matches)
}

/** A screen as narrow as a phone's. */
export const PHONE = '(max-width: 760px)'
