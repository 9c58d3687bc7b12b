import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { client, need, words } from '../api/client'
import { kitQuery } from '../api/queries'
import type { KeptItem } from '../api/types'
import { useNotice } from '../ui/Notices'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'

type Props = {
  /** The thing of the kit a frame was taken to be of. */
  of: string | null | undefined
  /** What its file calls it. */
  called: string
}

/** One press tells the kit what files call a body or lens, so that the next frame is known by it. */
export function CalledSo({ of, called }: Props) {
  const kit = useQuery(kitQuery).data
  const cache = useQueryClient()
  const notice = useNotice()
  const put = useMutation({
    mutationFn: ({ kept, name }: { kept: KeptItem; name: string | null }) =>
      need(
        client.PUT('/api/kit/{id}', {
          params: { path: { id: kept.item.id } },
          body: { item: { ...kept.item, in_files: name } as KeptItem['item'], version: kept.version },
        }),
      ),
    onSuccess: (now, { kept, name }) => {
      void cache.invalidateQueries({ queryKey: ['kit'] })
      if (name === null) return
      const before = 'in_files' in kept.item ? (kept.item.in_files ?? null) : null
      notice(`From the next frame on, files of “${called}” are of the ${kept.item.name}.`, {
        label: 'Take it back',
        run: () => put.mutate({ kept: { ...now, item: kept.item }, name: before }),
      })
    },
  })
  const kept = kit?.find(({ item }) => item.id === of)
  if (!kept || !('in_files' in kept.item)) return null
  if (kept.item.in_files === called) return <> The next frame will be known by it.</>
  return (
    <>
      <p>
        <Push isDisabled={put.isPending} onPress={() => put.mutate({ kept, name: called })}>
          It is the {kept.item.name}
        </Push>
      </p>
      {put.isError && <Trouble>{words(put.error)}</Trouble>}
    </>
  )
}
