import { useSyncExternalStore } from 'react'

const KEY = 'tolva-tour'
const listeners = new Set<() => void>()

/** At which stop this window is; kept over a reload, gone with the window. */
function at(): number | null {
  try {
    const kept = Number(sessionStorage.getItem(KEY) ?? '0')
    return Number.isInteger(kept) && kept >= 1 ? kept - 1 : null
  } catch {
    return null
  }
}

export function putStop(stop: number | null) {
  try {
    if (stop === null) sessionStorage.removeItem(KEY)
    else sessionStorage.setItem(KEY, String(stop + 1))
  } catch {
    // Without storage there is no tour to come back to.
  }
  listeners.forEach((listener) => listener())
}

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** Whether the window is on the tour. */
export const useOnTour = () => useSyncExternalStore(subscribe, at)
