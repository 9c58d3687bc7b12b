import { useCallback, useRef } from 'react'

/** Runs one thing at a time; of those wished meanwhile only the newest is run, when the one before is done. */
export function useNewest() {
  const state = useRef<{ busy: boolean; next: (() => Promise<void>) | null }>({ busy: false, next: null })
  return useCallback((wish: () => Promise<void>) => {
    const run = async (first: () => Promise<void>) => {
      state.current.busy = true
      for (let task: typeof state.current.next = first; task;) {
        await task()
        task = state.current.next
        state.current.next = null
      }
      state.current.busy = false
    }
    if (state.current.busy) state.current.next = wish
    else void run(wish)
  }, [])
}

export type Newest = ReturnType<typeof useNewest>
