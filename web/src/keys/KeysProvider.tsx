import { useQuery } from '@tanstack/react-query'
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react'
import { Dialog, Heading, Modal, ModalOverlay } from 'react-aria-components'
import styled from 'styled-components'
import { settingsQuery } from '../api/queries'
import { Push } from '../ui/Push'

/** A key and what it does here. */
export type Key = { key: string; name: string; run: () => void }

type Registry = { set: (owner: string, keys: Key[]) => void; drop: (owner: string) => void; show: () => void }
const KeysContext = createContext<Registry>({ set: () => {}, drop: () => {}, show: () => {} })

const Overlay = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  display: grid;
  place-items: center;
  background: rgb(0 0 0 / 0.45);
  z-index: 30;
`
const Sheet = styled(Modal)`
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 2px solid ${({ theme }) => theme.ink};
  padding: 20px 24px;
  width: min(520px, 94vw);
  max-height: 86vh;
  overflow: auto;
`
const Keys = styled.dl`
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 6px 16px;
  padding: 12px 0;
  dt {
    font-weight: 700;
    border: 1px solid ${({ theme }) => theme.engraved};
    padding: 0 8px;
    min-width: 34px;
    text-align: center;
  }
`

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
      <Overlay isOpen={listed !== null} onOpenChange={(open) => !open && setListed(null)} isDismissable>
        <Sheet>
          <Dialog>
            <Heading slot="title">Keys on this screen</Heading>
            <Keys>
              {(listed ?? []).map((key) => (
                <div key={key.key} style={{ display: 'contents' }}>
                  <dt>{key.key}</dt>
                  <dd>{key.name}</dd>
                </div>
              ))}
              <dt>← →</dt>
              <dd>Turn the dial or move the part that has the focus; with Page keys by a stop</dd>
              <dt>?</dt>
              <dd>This list</dd>
            </Keys>
            <p>
              {enabled
                ? 'Single keys can be switched off in the settings.'
                : 'Single keys are switched off in the settings.'}
            </p>
            <p>
              <Push slot="close">Close</Push>
            </p>
          </Dialog>
        </Sheet>
      </Overlay>
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
