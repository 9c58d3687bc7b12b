import { useSyncExternalStore } from 'react'

/** A whole number this browser keeps, as long as `where` does; null without one. */
export function keptNumber(where: () => Storage, key: string) {
  const listeners = new Set<() => void>()
  const read = () => {
    try {
      const kept = where().getItem(key) ?? ''
      return /^\d+$/.test(kept) ? Number(kept) : null
    } catch {
      return null
    }
  }
  const put = (value: number | null) => {
    try {
      if (value === null) where().removeItem(key)
      else where().setItem(key, String(value))
    } catch {
      // There is nowhere to keep it.
    }
    listeners.forEach((listener) => listener())
  }
  const subscribe = (listener: () => void) => {
    listeners.add(listener)
    return () => void listeners.delete(listener)
  }
  return { put, useKept: () => useSyncExternalStore(subscribe, read) }
}
