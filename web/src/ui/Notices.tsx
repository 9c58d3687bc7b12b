import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from 'react'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { Push, QuietPush } from './Push'
import { Spoken, Voice } from './voice'

type Notice = { id: number; text: string; action?: { label: string; run: () => void } }
type Say = (text: string, action?: Notice['action']) => void

const NoticeContext = createContext<Say>(() => {})

const Bar = styled.aside`
  position: fixed;
  left: 50%;
  bottom: 16px;
  translate: -50% 0;
  z-index: 20;
  display: flex;
  gap: 12px;
  align-items: center;
  max-width: 94vw;
  padding: 8px 12px 8px 16px;
  background: ${({ theme }) => theme.plate};
  border: 2px solid ${({ theme }) => theme.ink};
  @media (max-width: 760px) {
    bottom: 72px;
  }
`
const STAYS = 12_000

/** Says what was done, with a way back where there is one. */
export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<Notice | null>(null)
  const count = useRef(0)
  const timer = useRef(0)
  const say = useCallback<Say>((text, action) => {
    const id = ++count.current
    setNotice({ id, text, action })
    window.clearTimeout(timer.current)
    timer.current = window.setTimeout(() => setNotice((shown) => (shown?.id === id ? null : shown)), STAYS)
  }, [])
  const shown = useMemo(() => say, [say])
  return (
    <NoticeContext.Provider value={shown}>
      {children}
      <Voice />
      <div>
        {notice && (
          <Bar aria-label="Notice">
            <Spoken as="span">{notice.text}</Spoken>
            {notice.action && (
              <Push
                onPress={() => {
                  notice.action?.run()
                  setNotice(null)
                }}
              >
                {notice.action.label}
              </Push>
            )}
            <QuietPush aria-label="Dismiss" onPress={() => setNotice(null)}>
              <X size={16} aria-hidden />
            </QuietPush>
          </Bar>
        )}
      </div>
    </NoticeContext.Provider>
  )
}

export const useNotice = () => useContext(NoticeContext)
