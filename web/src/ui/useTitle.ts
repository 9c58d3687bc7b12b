import { useEffect } from 'react'

/** What the window, its tab and a screen reader call this page. */
export function useTitle(title: string | undefined) {
  useEffect(() => {
    document.title = title ? `${title} · Tolva` : 'Tolva'
  }, [title])
}
