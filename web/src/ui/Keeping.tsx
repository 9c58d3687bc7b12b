import { useEffect, useRef } from 'react'
import { speak, Spoken } from './voice'
import styled from 'styled-components'
import type { Session } from '../session/kept'
import { MainPush, Push } from './Push'

const Bar = styled.div`
  padding: 8px 20px;
  background: ${({ theme }) => theme.warnWash};
  border-bottom: 2px solid ${({ theme }) => theme.warn};
  display: flex;
  gap: 8px 12px;
  align-items: center;
  flex-wrap: wrap;
  ul {
    display: grid;
    gap: 2px;
    font-size: 13px;
  }
  &.calm {
    background: none;
    border-color: ${({ theme }) => theme.engraved};
  }
`
const MOST = 6

/** A value, said shortly. */
function said(value: unknown): string {
  if (value === undefined || value === null || value === '') return 'nothing'
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000)
  if (typeof value === 'string') return `“${value.length > 40 ? `${value.slice(0, 39)}…` : value}”`
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  const name = !Array.isArray(value) && (value as { name?: unknown }).name
  if (typeof name === 'string') return said(name)
  return Array.isArray(value) ? `${value.length} of them` : 'other values'
}

/** The last words of a place: what it is, for a person. */
const place = (field: string) =>
  field
    .split('/')
    .filter((step) => step && step !== 'at' && !/^\d+$/.test(step))
    .slice(-2)
    .join(', ')
    .replaceAll('_', ' ') || 'all of it'

type Props = {
  state: Pick<Session<unknown, unknown>, 'conflict' | 'shelved' | 'left' | 'save' | 'trouble'>
  /** Who does what is decided. */
  by: {
    settle: (mine: boolean) => void
    bringBack: () => void
    takeUp: (take: boolean) => void
    retry: () => void
  }
}

/** What there is to decide or to know about keeping: both sides of a conflict, a draft left behind, a studio that is away. */
export function Keeping({ state, by }: Props) {
  const { conflict, shelved, left, save, trouble } = state
  return (
    <>
      {conflict && (
        <Spoken as={Bar}>
          <div>
            <strong>Another window changed the same here.</strong> What you type meanwhile is kept with yours.
            <ul aria-label="Both sides">
              {conflict.clashes.slice(0, MOST).map((clash) => (
                <li key={clash.field}>
                  {place(clash.field)}: yours {said(clash.mine)}, the other {said(clash.theirs)}
                </li>
              ))}
              {conflict.clashes.length > MOST && <li>and {conflict.clashes.length - MOST} more</li>}
            </ul>
          </div>
          <MainPush onPress={() => by.settle(true)}>Put mine over it</MainPush>
          <Push onPress={() => by.settle(false)}>Take the other</Push>
        </Spoken>
      )}
      {shelved && (
        <Spoken as={Bar} className="calm">
          <span>Yours is put aside.</span>
          <Push onPress={by.bringBack}>Bring mine back</Push>
        </Spoken>
      )}
      {left && (
        <Spoken as={Bar} className="calm">
          <span>There are changes here that were not saved when the page was closed.</span>
          <MainPush onPress={() => by.takeUp(true)}>Take them up</MainPush>
          <Push onPress={() => by.takeUp(false)}>Drop them</Push>
        </Spoken>
      )}
      {trouble && (
        <Spoken as={Bar}>
          <span>{trouble}</span>
          {save === 'unreachable' && <Push onPress={by.retry}>Try now</Push>}
        </Spoken>
      )}
    </>
  )
}

const words: Record<Session<unknown, unknown>['save'], string> = {
  saved: 'Saved',
  waiting: 'Saving …',
  saving: 'Saving …',
  unreachable: 'Not saved yet, trying again',
  refused: 'Saved, but for what is marked',
  conflict: 'Waiting for you to decide',
}

const Said = styled.span`
  font-size: 13px;
  color: ${({ theme }) => theme.quiet};
`

/** How it is kept, in two words. */
export function SaveWords({
  save,
  className,
}: {
  save: Session<unknown, unknown>['save']
  className?: string
}) {
  const before = useRef(save)
  useEffect(() => {
    // That something is kept as usual is seen; what is out of the usual, and its end, is said.
    const unusual = (state: typeof save) => ['unreachable', 'refused', 'conflict'].includes(state)
    if (save !== before.current && (unusual(save) || (unusual(before.current) && save === 'saved')))
      speak(words[save])
    if (save === 'saved' || unusual(save)) before.current = save
  }, [save])
  return (
    <Said className={className} data-save={save}>
      {words[save]}
    </Said>
  )
}
