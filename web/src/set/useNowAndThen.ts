import { useEffect, useRef, useState } from 'react'

/** How often what is said in words follows a thing in the hand, in milliseconds. */
const EVERY = 120

/** A value as it is; while something is `busy` with it only every now and then. */
export function useNowAndThen<T extends object>(value: T, busy: boolean): T {
  const [shown, setShown] = useState<T | null>(null)
  const newest = useRef(value)
  useEffect(() => {
    newest.current = value
  })
  useEffect(() => {
    if (!busy) return
    const look = () => setShown(newest.current)
    const timer = window.setInterval(look, EVERY)
    look()
    return () => {
      window.clearInterval(timer)
      setShown(null)
    }
  }, [busy])
  return (busy && shown) || value
}
