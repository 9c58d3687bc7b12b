import { useState } from 'react'
import styled from 'styled-components'
import type { TakeChoice } from '../api/types'
import { LiveText } from '../ui/Field'
import { Push, QuietPush } from '../ui/Push'
import { Spoken } from '../ui/voice'

/** What is done to many takes. */
export type Done =
  | { what: 'delete' }
  | { what: 'restore' }
  | { what: 'choose'; choice: TakeChoice }
  | { what: 'note'; note: string }

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  min-height: 40px;
  position: sticky;
  top: 0;
  z-index: 2;
  background: ${({ theme }) => theme.ground};
`

type Props = {
  count: number
  onDone: (done: Done) => void
  onBracket: () => void
  onDistances: () => void
  onNone: () => void
}

/** A bracket has so many frames at least, and a series over the distance. */
const SEVERAL = 3

/** What can be done with the takes that are selected. */
export function ManyBar({ count, onDone, onBracket, onDistances, onNone }: Props) {
  const [noted, setNoted] = useState(0)
  if (count === 0) return <Bar>Select takes to note, keep or delete several at once.</Bar>
  return (
    <Bar role="group" aria-label="With the selected takes">
      <Spoken as="span">{count === 1 ? '1 selected' : `${count} selected`}</Spoken>
      <Push onPress={() => onDone({ what: 'choose', choice: 'keeper' })}>Keep them</Push>
      <Push onPress={() => onDone({ what: 'choose', choice: 'out' })}>Put them out</Push>
      <Push onPress={() => onDone({ what: 'choose', choice: 'open' })}>Leave them undecided</Push>
      <Push onPress={() => onDone({ what: 'delete' })}>Delete them</Push>
      <span>
        Note for all:{' '}
        <LiveText
          key={noted}
          label="Note for all"
          value=""
          wide
          placeholder="typed here, kept on Enter"
          onCommit={(note) => {
            onDone({ what: 'note', note })
            setNoted(noted + 1)
          }}
        />
      </span>
      {count >= SEVERAL && <Push onPress={onBracket}>Learn the tone curve from them</Push>}
      {count >= SEVERAL && <Push onPress={onDistances}>Draw their flash over the distance</Push>}
      <QuietPush onPress={onNone}>Select none</QuietPush>
    </Bar>
  )
}
