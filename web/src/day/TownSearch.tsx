import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useState } from 'react'
import { ComboBox, Input, Label, ListBox, ListBoxItem, Popover } from 'react-aria-components'
import styled from 'styled-components'
import { client, need } from '../api/client'
import type { Town } from '../api/types'
import { unseen } from '../ui/unseen'

const Box = styled(ComboBox)`
  display: inline;
  label {
    ${unseen}
  }
  input {
    border: 0;
    border-bottom: 1.5px solid ${({ theme }) => theme.ink};
    background: transparent;
    min-height: 32px;
    width: 26ch;
    max-width: 100%;
    font-weight: 650;
    padding: 2px;
  }
  @media (max-width: 760px) {
    input {
      min-height: 44px;
    }
  }
`
const Drop = styled(Popover)`
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 1px solid ${({ theme }) => theme.ink};
  width: min(420px, 92vw);
  .credit {
    font-size: 12px;
    padding: 4px 10px;
    color: ${({ theme }) => theme.quiet};
  }
`
const Option = styled(ListBoxItem)`
  padding: 7px 10px;
  cursor: pointer;
  &[data-focused] {
    background: ${({ theme }) => theme.line};
  }
`

const key = (town: Town) => `${town.name}|${town.latitude}|${town.longitude}`

/** Finds a town by the beginning of its name. */
export function TownSearch({ onFind }: { onFind: (town: Town) => void }) {
  const [typed, setTyped] = useState('')
  const asked = useDeferredValue(typed.trim())
  const found = useQuery({
    queryKey: ['towns', asked],
    queryFn: () => need(client.GET('/api/towns', { params: { query: { typed: asked } } })),
    enabled: asked.length > 1,
    placeholderData: (before) => before,
    staleTime: Infinity,
  })
  const towns = asked.length > 1 ? (found.data?.towns ?? []) : []
  return (
    <Box
      items={towns.map((town) => ({ ...town, id: key(town) }))}
      inputValue={typed}
      onInputChange={setTyped}
      selectedKey={null}
      onSelectionChange={(chosen) => {
        const town = towns.find((one) => key(one) === chosen)
        if (!town) return
        setTyped('')
        onFind(town)
      }}
      allowsEmptyCollection
      menuTrigger="input"
    >
      <Label>Find a town</Label>
      <Input placeholder="Type a town’s name" />
      <Drop>
        <ListBox
          style={{ maxHeight: '40vh', overflow: 'auto' }}
          renderEmptyState={() => (
            <p style={{ padding: '6px 10px' }}>
              {asked.length < 2
                ? 'Go on typing.'
                : found.isFetching
                  ? 'Looking …'
                  : 'No such town. Type coordinates instead.'}
            </p>
          )}
        >
          {(town: Town & { id: string }) => (
            <Option id={town.id} textValue={`${town.name}, ${town.country}`}>
              {town.name}, {town.country}
            </Option>
          )}
        </ListBox>
        <p className="credit">{found.data?.credit}</p>
      </Drop>
    </Box>
  )
}
