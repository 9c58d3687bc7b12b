import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useEffect, useRef } from 'react'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { kitQuery } from '../api/queries'
import type { KeptItem, KitItem } from '../api/types'
import { LiveText } from '../ui/Field'
import { Trouble } from '../ui/Trouble'
import { Keeping, SaveWords } from '../ui/Keeping'
import { useNotice } from '../ui/Notices'
import { Push } from '../ui/Push'
import { write } from './pointer'
import { useItem } from './useItem'
import { Sentences } from './Sentences'
import { SheetDrawing } from './SheetDrawing'
import { Watched } from './Watched'
import { sentences, specsOf } from './sentences'
import { type Fields } from './specs'

const Sheet = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(320px, 460px);
  gap: 0 32px;
  align-items: start;
  max-width: 1060px;
  h2 {
    grid-column: 1 / -1;
  }
  .name input {
    font-size: 21px;
    font-stretch: 86%;
    text-align: left;
  }
  .end {
    display: flex;
    gap: 8px;
    padding-top: 14px;
    align-items: center;
    flex-wrap: wrap;
  }
  @media (max-width: 1080px) {
    grid-template-columns: minmax(0, 1fr);
  }
`

type Props = {
  kept: KeptItem
  /** The name of the value that is to be typed first. */
  first?: string | undefined
  onGone: () => void
}

/** One thing's sheet: every value is live and kept as it is entered. */
export function KitSheet({ kept, first, onGone }: Props) {
  const queries = useQueryClient()
  const say = useNotice()
  const { draft: item, errors, session, ...state } = useItem(kept)
  const draft: Fields = { ...item }
  const id = kept.item.id
  const sheet = useRef<HTMLElement>(null)
  useEffect(() => {
    const fields = first ? sheet.current?.querySelectorAll('input') : undefined
    const field = [...(fields ?? [])].find((input) => input.labels?.[0]?.textContent.startsWith(first ?? ''))
    field?.focus()
    field?.select()
  }, [first])
  const refresh = () =>
    Promise.all([queries.invalidateQueries(kitQuery), queries.invalidateQueries({ queryKey: ['deleted'] })])
  const restore = useMutation({
    mutationFn: () => need(client.POST('/api/kit/{id}/restore', { params: { path: { id } } })),
    onSuccess: refresh,
  })
  const remove = useMutation({
    mutationFn: async () => {
      await session.flush()
      return need(client.DELETE('/api/kit/{id}', { params: { path: { id } } }))
    },
    onSuccess: () => {
      say(`${kept.item.name} deleted.`, { label: 'Bring it back', run: () => restore.mutate() })
      onGone()
      return refresh()
    },
  })
  const put = (field: string, value: unknown) =>
    // The studio checks what a sheet makes of a thing.
    session.edit((now) => write({ ...now }, field, value) as KitItem)
  const error = (field: string) =>
    errors[field] ?? Object.entries(errors).find(([at]) => at !== '' && field.startsWith(`${at}/`))?.[1]
  const known = ['/name', ...specsOf(kept.item.kind).map((spec) => spec.field)]
  // What is said of no line here is said below them all.
  const loose = Object.entries(errors).filter(
    ([at]) => !known.some((line) => line === at || at.startsWith(`${line}/`)),
  )
  return (
    <Sheet ref={sheet} aria-label={kept.item.name}>
      <Keeping state={state} by={session} />
      <h2 className="name">
        <LiveText
          label="Name"
          value={String(draft.name)}
          wide
          error={error('/name')}
          onCommit={(name) => put('/name', name)}
        />
      </h2>
      <div>
        <Sentences sentences={sentences[kept.item.kind]} draft={draft} error={error} onPut={put} />
        {loose.map(([at, words]) => (
          <Trouble key={at}>{words}</Trouble>
        ))}
        {remove.error && <Trouble>{words(remove.error)}</Trouble>}
        <p className="end">
          <Push
            onPress={() => session.undo()}
            isDisabled={!state.canUndo && Object.keys(errors).length === 0}
          >
            Undo
          </Push>
          <Push onPress={() => session.redo()} isDisabled={!state.canRedo}>
            Redo
          </Push>
          <Push onPress={() => remove.mutate()}>Delete this {kept.item.kind}</Push>
          <SaveWords save={state.save} />
        </p>
      </div>
      <div>
        <SheetDrawing item={item} />
        {item.kind === 'flash' && <Watched key={id} flash={id} onBefore={() => session.flush()} />}
      </div>
    </Sheet>
  )
}
