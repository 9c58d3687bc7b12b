import { memo } from 'react'
import { Link } from 'react-router'
import styled from 'styled-components'
import type { Addition, Change } from '../api/types'
import { Choices } from '../ui/Choices'
import { Latch } from '../ui/Push'
import { arrangements } from './choices'

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 8px;
  a {
    margin-left: auto;
    padding: 4px 2px;
    min-height: 28px;
  }
  @media (max-width: 760px) {
    order: 1;
    a {
      min-height: 44px;
      padding-top: 11px;
    }
  }
`
const additions: { id: string; name: string; what: Addition }[] = [
  { id: 'light', name: 'A light', what: { thing: 'light' } },
  { id: 'white', name: 'A white card', what: { thing: 'card', card: 'white' } },
  { id: 'silver', name: 'A silver card', what: { thing: 'card', card: 'silver' } },
  { id: 'gold', name: 'A gold card', what: { thing: 'card', card: 'gold' } },
  { id: 'black', name: 'A black card', what: { thing: 'card', card: 'black' } },
  { id: 'diffusion', name: 'A diffusion panel', what: { thing: 'card', card: 'diffusion' } },
  { id: 'glass', name: 'A pane of glass', what: { thing: 'pane', pane: 'glass' } },
  { id: 'mirror', name: 'A mirror', what: { thing: 'pane', pane: 'mirror' } },
]

type Props = {
  id: string
  snap: boolean
  onSnap: (snap: boolean) => void
  together: boolean
  onTogether: (together: boolean) => void
  onChange: (change: Change) => void
}

/** What can be done to the whole set. */
export const SetTools = memo(function SetTools(props: Props) {
  const { id, snap, onSnap, together, onTogether, onChange } = props
  return (
    <Row>
      <Choices
        label="Start from …"
        of={arrangements}
        onChoose={({ id }) => onChange({ do: 'arrange', arrangement: id })}
      />
      <Choices
        label="Put on the set …"
        of={additions}
        onChoose={({ what }) => onChange({ do: 'add', what })}
      />
      <Latch isSelected={snap} onChange={onSnap}>
        Round hand measures
      </Latch>
      <Latch isSelected={together} onChange={onTogether}>
        All together
      </Latch>
      <Link to={`/setups/${id}/sheet`}>Sheet to print or send</Link>
    </Row>
  )
})
