import {
  type ComponentPropsWithoutRef,
  type ElementType,
  useEffect,
  useRef,
  useSyncExternalStore,
} from 'react'
import styled from 'styled-components'
import { unseen } from './unseen'

/** What comes within so many milliseconds is said in one breath. */
const BREATH = 400

let said = ''
let waiting: string[] = []
let timer = 0
const listeners = new Set<() => void>()

/** Has a screen reader say this, after what it says now. What is being said already is not said again. */
export function speak(text: string) {
  if (text === '' || waiting.includes(text)) return
  waiting.push(text)
  window.clearTimeout(timer)
  timer = window.setTimeout(() => {
    said = waiting.join(' ')
    waiting = []
    listeners.forEach((listener) => listener())
  }, BREATH)
}

const Region = styled.div`
  ${unseen}
`

/** The one place a screen reader listens to for what changes by itself. */
export function Voice() {
  const text = useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => void listeners.delete(listener)
    },
    () => said,
  )
  return <Region role="status">{text}</Region>
}

type Props<E extends ElementType> = { as?: E } & Omit<ComponentPropsWithoutRef<E>, 'as'>

/** Words that are also said when they appear and when they become others. */
export function Spoken<E extends ElementType = 'p'>({ as, ...rest }: Props<E>) {
  const As: ElementType = as ?? 'p'
  const ref = useRef<HTMLElement>(null)
  const last = useRef('')
  useEffect(() => {
    const text = ref.current?.textContent ?? ''
    if (text === last.current) return
    last.current = text
    speak(text)
  })
  return <As ref={ref} data-said {...rest} />
}
