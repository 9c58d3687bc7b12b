import { useQuery } from '@tanstack/react-query'
import {
  createContext,
  lazy,
  type ReactNode,
  Suspense,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { settingsQuery } from '../api/queries'

const KeyList = lazy(() => import('./KeyList'))

/** A key and what it does here. */
export type Key = { key: string; name: string; run: () => void }

type Registry = { set: (owner: string, keys: Key[]) => void; drop: (owner: string) => void; show: () => void }
const KeysContext = createContext<Registry>({ set: () => {}, drop: () => {}, show: () => {} })

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || target.matches('input:not([type=range]), textarea, select, [role=option]')) &&
  !target.closest('[data-single-keys]')

/** What has the keys to itself while it is open. */
const OPEN = '[role=dialog], [role=menu], [data-trigger] [role=listbox]'

/** Listens for single keys, where settings allow them, and lists them on "?". */
export function KeysProvider({ children }: { children: ReactNode }) {
  const owners = useRef(new Map<string, Key[]>())
  const [listed, setListed] = useState<Key[] | null>(null)
  const enabled = useQuery(settingsQuery).data?.single_keys ?? true
  const registry = useMemo<Registry>(
    () => ({
      set: (owner, keys) => owners.current.set(owner, keys),
      drop: (owner) => owners.current.delete(owner),
      show: () => setListed([...owners.current.values()].flat()),
    }),
    [],
  )
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target))
        return
      if (document.querySelector(OPEN)) return
      if (!enabled) return
      if (event.key === '?') {
        registry.show()
        return
      }
      const found = [...owners.current.values()].flat().find((key) => key.key === event.key)
      if (found) {
        event.preventDefault()
        found.run()
      }
    }
    document.addEventListener('keydown', pressed)
    return () => document.removeEventListener('keydown', pressed)
  }, [enabled, registry])
  return (
    <KeysContext.Provider value={registry}>
      {children}
      {listed && (
        <Suspense fallback={null}>
          <KeyList keys={listed} enabled={enabled} onClose={() => setListed(null)} />
        </Suspense>
      )}
    </KeysContext.Provider>
  )
}

/** Puts keys in force while the caller is on the screen. */
export function useKeys(owner: string, keys: Key[]) {
  const registry = useContext(KeysContext)
  useEffect(() => {
    registry.set(owner, keys)
    return () => registry.drop(owner)
  })
}

export const useKeyList = () => useContext(KeysContext).show
