import { useEffect, useState } from 'react'

const MINUTE = 60_000

/** The clock: the one on the wall, or one that was asked for in the address, going on from there. */
export function useNow(): Date {
  const [opened] = useState(() => Date.now())
  const [at, setAt] = useState(opened)
  useEffect(() => {
    const timer = window.setInterval(() => setAt(Date.now()), MINUTE / 4)
    return () => window.clearInterval(timer)
  }, [])
  const asked = new URLSearchParams(window.location.search).get('at')
  const begin = asked ? new Date(asked).getTime() : opened
  return new Date((Number.isNaN(begin) ? opened : begin) + (at - opened))
}
