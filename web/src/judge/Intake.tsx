import type { ReactNode } from 'react'
import { DropZone, FileTrigger } from 'react-aria-components'
import styled from 'styled-components'
import { Latch, MainPush, QuietPush } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { KINDS, type useIntake } from './useIntake'

const Zone = styled(DropZone)`
  &[data-drop-target] {
    outline: 3px solid ${({ theme }) => theme.ink};
    outline-offset: -3px;
  }
`
const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding-bottom: 8px;
  .path {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
    overflow-wrap: anywhere;
  }
`

type Props = {
  intake: ReturnType<typeof useIntake>
  watches: boolean
  folder: string | undefined
  onWatch: (on: boolean) => void
  children: ReactNode
}

/** Where frames come in: opened, dropped, pasted, or by themselves from a watched folder. */
export function Intake({ intake, watches, folder, onWatch, children }: Props) {
  const { takeIn, progress, refused, forget } = intake
  return (
    <Zone
      aria-label="Frames dropped or pasted here are taken in"
      getDropOperation={() => 'copy'}
      onDrop={({ items }) => {
        const files = items.flatMap((item) => (item.kind === 'file' ? [item.getFile()] : []))
        void Promise.all(files).then(takeIn)
      }}
    >
      <Row>
        <FileTrigger
          allowsMultiple
          acceptedFileTypes={KINDS}
          onSelect={(files) => void takeIn([...(files ?? [])])}
        >
          <MainPush>Open frames</MainPush>
        </FileTrigger>
        <Latch isSelected={watches} onChange={onWatch}>
          {watches ? 'Watching the folder' : 'Watch the folder'}
        </Latch>
        {watches && folder && <span className="path">{folder}</span>}
        <Spoken as="span">
          {progress && `Looking at frame ${Math.min(progress.done + 1, progress.of)} of ${progress.of} …`}
        </Spoken>
      </Row>
      {refused.length > 0 && (
        <Trouble>
          {refused.map(({ name, why }) => (
            <span key={name}>
              {name}: {why}{' '}
            </span>
          ))}
          <QuietPush onPress={forget}>All right</QuietPush>
        </Trouble>
      )}
      {children}
    </Zone>
  )
}
