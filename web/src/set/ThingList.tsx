import { ListBox, ListBoxItem } from 'react-aria-components'
import styled from 'styled-components'
import type { Drawn, Layout, ThingRef } from '../api/types'
import { unseen } from '../ui/unseen'
import { keyOf } from './things'

const List = styled(ListBox)`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  outline: none;
`
const Item = styled(ListBoxItem)`
  display: flex;
  align-items: baseline;
  gap: 6px;
  min-height: 28px;
  padding: 3px 8px;
  font-size: 14px;
  cursor: pointer;
  border-bottom: 3px solid transparent;
  .mark {
    font-weight: 780;
  }
  &[data-hovered] {
    background: ${({ theme }) => theme.plate};
  }
  &[data-selected] {
    border-bottom-color: ${({ theme }) => theme.ink};
    font-weight: 650;
  }
  @media (max-width: 760px) {
    min-height: 40px;
    padding-top: 9px;
  }
`
const Unseen = styled.span`
  ${unseen}
`

type Entry = { key: string; mark?: string | null; name: string; place: string }

type Props = { layout: Layout; chosen: string | null; onChoose: (key: string) => void }

/** Everything on the set: choose one to move it. People of a group stand together here; one of them is the chosen one. */
export function ThingList({ layout, chosen, onChoose }: Props) {
  const entries = listed(layout.things, chosen)
  const shown = entries.find(({ key }) => key === chosen || (isRoom(key) && isRoom(chosen ?? '')))
  return (
    <List
      aria-label="On the set"
      data-single-keys
      layout="grid"
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={shown ? [shown.key] : []}
      onSelectionChange={(keys) => onChoose(String([...keys][0]))}
    >
      {entries.map((entry) => (
        <Item key={entry.key} id={entry.key} textValue={`${entry.mark ?? ''} ${entry.name}`.trim()}>
          {entry.mark && <span className="mark">{entry.mark}</span>}
          {entry.name}
          {entry.place && <Unseen>: {entry.place}</Unseen>}
        </Item>
      ))}
    </List>
  )
}

const isRoom = (key: string) => key === 'room' || key === 'background' || key.startsWith('room/')

const entryOf = (thing: Drawn): Entry => ({ ...thing, key: keyOf(thing.what) })

function listed(things: Drawn[], chosen: string | null): Entry[] {
  const of = (kind: ThingRef['thing']) => things.filter(({ what }) => what.thing === kind).map(entryOf)
  const people = of('person')
  const one = people.find(({ key }) => key === chosen) ?? people[0]
  const group = people.length > 1 && one ? [{ ...one, name: `People, ${people.length}` }] : people
  return [
    ...of('light'),
    ...of('card'),
    ...of('camera'),
    ...group,
    ...of('product'),
    ...of('pane'),
    { key: 'room', name: 'Room and background', place: '' },
    { key: 'weather', name: 'Sun and wind', place: '' },
  ]
}
