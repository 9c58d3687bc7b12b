import { Spoken } from '../ui/voice'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { ListBox, ListBoxItem, ListBoxSection, Header } from 'react-aria-components'
import { Link } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { kitQuery, startsQuery } from '../api/queries'
import type { KeptItem } from '../api/types'
import { useKeys } from '../keys/KeysProvider'
import { Trouble } from '../ui/Trouble'
import { Push } from '../ui/Push'
import { PHONE, useMedia } from '../ui/useMedia'
import { useTitle } from '../ui/useTitle'
import { KitSheet } from './KitSheet'
import { type Kind, kinds } from './specs'

const Page = styled.div`
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr);
  align-items: start;
  > * {
    padding: 14px 20px 60px;
  }
  h1 {
    font-size: 24px;
    font-weight: 650;
    font-stretch: 84%;
    padding-bottom: 8px;
  }
  .list {
    border-right: 1px solid ${({ theme }) => theme.line};
    min-height: calc(100vh - 48px);
  }
  .adds {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    padding: 10px 0;
  }
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
    .list {
      border: 0;
      min-height: 0;
      padding-bottom: 0;
    }
    .back {
      display: flex;
      gap: 16px;
      align-items: baseline;
      padding-bottom: 0;
    }
  }
`
const Kinds = styled(ListBoxSection)`
  header {
    font-size: 12.5px;
    font-weight: 600;
    color: ${({ theme }) => theme.quiet};
    padding: 8px 0 2px;
  }
`
const Thing = styled(ListBoxItem)`
  padding: 4px 8px;
  min-height: 28px;
  cursor: pointer;
  border-left: 4px solid transparent;
  &[data-hovered] {
    background: ${({ theme }) => theme.plate};
  }
  &[data-selected] {
    border-left-color: ${({ theme }) => theme.ink};
    font-weight: 650;
  }
  @media (max-width: 760px) {
    padding: 10px 8px;
  }
`

/** The kit: what there is to plan with, and its sheets. */
export default function KitPage() {
  useTitle('Kit')
  const kit = useQuery(kitQuery)
  const queries = useQueryClient()
  const [chosen, setChosen] = useState<string | null>(null)
  // Just put down to be metered: its reading comes first.
  const [metered, setMetered] = useState<string | null>(null)
  const items = kit.data ?? []
  // In the hand there is room for one of the two: the list, or a sheet.
  const inHand = useMedia(PHONE)
  const shown = items.find((kept) => kept.item.id === chosen) ?? (inHand ? undefined : items[0])
  const listed = !inHand || !shown
  const added = async (made: KeptItem) => {
    await queries.invalidateQueries(kitQuery)
    setChosen(made.item.id)
  }
  const add = useMutation({
    mutationFn: async (kind: Kind) => {
      const { kit } = await queries.ensureQueryData(startsQuery)
      const first = kit.find((item) => item.kind === kind)
      if (!first) throw new Error(`There is nothing a ${kind} begins as.`)
      return need(client.POST('/api/kit', { body: first }))
    },
    onSuccess: added,
  })
  // What the meter says of it is all that has to be known of a flash.
  const addMetered = useMutation({
    mutationFn: async () => {
      const { kit, outputs } = await queries.ensureQueryData(startsQuery)
      const flash = kit.find((item) => item.kind === 'flash')
      const output = outputs.find((output) => output.from === 'metered')
      if (!flash || !output) throw new Error('There is no reading a flash begins with.')
      return need(client.POST('/api/kit', { body: { ...flash, name: 'Metered flash', output } }))
    },
    onSuccess: async (made) => {
      await added(made)
      setMetered(made.item.id)
    },
  })
  const sample = useMutation({
    mutationFn: () => need(client.POST('/api/kit/sample')),
    onSuccess: () => queries.invalidateQueries(kitQuery),
  })
  useKeys('kit', [
    { key: 'n', name: 'Add a flash', run: () => add.mutate('flash') },
    { key: 'm', name: 'Meter a new flash', run: () => addMetered.mutate() },
  ])
  const trouble = kit.error ?? add.error ?? addMetered.error ?? sample.error
  return (
    <Page>
      {inHand && shown && (
        <div className="back">
          <h1>Kit</h1>
          <Push onPress={() => setChosen(null)}>All the kit</Push>
        </div>
      )}
      {listed && (
        <div className="list">
          <h1>Kit</h1>
          {trouble && <Trouble>{words(trouble)}</Trouble>}
          {kit.isPending && <Spoken>Unpacking the kit …</Spoken>}
          {kit.data?.length === 0 && (
            <p>
              Nothing here yet. <Push onPress={() => sample.mutate()}>Start with the sample kit</Push>
            </p>
          )}
          <ListBox
            aria-label="Things in the kit"
            selectionMode="single"
            disallowEmptySelection
            selectedKeys={shown ? [shown.item.id] : []}
            onSelectionChange={(keys) => setChosen(String([...keys][0]))}
          >
            {kinds
              .filter(({ kind }) => items.some((kept) => kept.item.kind === kind))
              .map(({ kind, many }) => (
                <Kinds key={kind} id={kind}>
                  <Header>{many}</Header>
                  {items
                    .filter((kept) => kept.item.kind === kind)
                    .map((kept) => (
                      <Thing key={kept.item.id} id={kept.item.id} textValue={kept.item.name}>
                        {kept.item.name}
                      </Thing>
                    ))}
                </Kinds>
              ))}
          </ListBox>
          <p className="adds">
            {kinds.map(({ kind, one }) => (
              <Push key={kind} onPress={() => add.mutate(kind)}>
                Add a {one}
              </Push>
            ))}
            <Push onPress={() => addMetered.mutate()}>Meter a new flash</Push>
            <Push onPress={() => window.location.assign('/api/kit/export')}>Export the kit</Push>
          </p>
          <p>
            <Link to="/kit/learnt">What the takes teach</Link>
          </p>
        </div>
      )}
      <div>
        {shown && (
          <KitSheet
            key={shown.item.id}
            kept={shown}
            first={shown.item.id === metered ? 'Metered from' : undefined}
            onGone={() => setChosen(null)}
          />
        )}
      </div>
    </Page>
  )
}
