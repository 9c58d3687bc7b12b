import { useSyncExternalStore } from 'react'

const KEY = 'tolva-task'
const listeners = new Set<() => void>()

/** The seed of the task at hand on this device: who goes out with it comes back to it. */
function atHand(): number | null {
  try {
    const kept = localStorage.getItem(KEY)
    const seed = Number(kept)
    return kept !== null && Number.isInteger(seed) && seed >= 0 ? seed : null
  } catch {
    return null
  }
}

export function putTask(seed: number | null) {
  try {
    if (seed === null) localStorage.removeItem(KEY)
    else localStorage.setItem(KEY, String(seed))
  } catch {
    // Without storage a task lasts as long as its page.
  }
  listeners.forEach((listener) => listener())
}

const subscribe = (listener: () => void) => {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

export const useTask = () => useSyncExternalStore(subscribe, atHand)

/** A task nobody knows yet. */
export const drawTask = () => putTask(Math.floor(Math.random() * 2 ** 31))
