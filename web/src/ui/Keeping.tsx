import styled from 'styled-components'
import type { Session } from '../session/session'
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
        <Bar role="alert">
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
        </Bar>
      )}
      {shelved && (
        <Bar className="calm" role="status">
          <span>Yours is put aside.</span>
          <Push onPress={by.bringBack}>Bring mine back</Push>
        </Bar>
      )}
      {left && (
        <Bar className="calm" role="status">
          <span>There are changes here that were not saved when the page was closed.</span>
          <MainPush onPress={() => by.takeUp(true)}>Take them up</MainPush>
          <Push onPress={() => by.takeUp(false)}>Drop them</Push>
        </Bar>
      )}
      {trouble && (
        <Bar role="alert">
          <span>{trouble}</span>
          {save === 'unreachable' && <Push onPress={by.retry}>Try now</Push>}
        </Bar>
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
  return (
    <Said role="status" className={className} data-save={save}>
      {words[save]}
    </Said>
  )
}
