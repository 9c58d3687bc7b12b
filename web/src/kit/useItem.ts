import { useEffect, useMemo } from 'react'
import { ApiProblem, client, need, notThere } from '../api/client'
import type { KeptItem, KitItem } from '../api/types'
import { useSession } from '../session/useSession'

const gateway = (id: string) => ({
  key: `item:${id}`,
  what: 'item' as const,
  prefix: /^\/item(?=\/)/,
  changed: () => ({ what: 'kit' as const }),
  load: async (): Promise<KeptItem> => {
    const found = (await need(client.GET('/api/kit'))).find((kept) => kept.item.id === id)
    if (!found) throw new ApiProblem(notThere)
    return found
  },
  save: (item: KitItem, version: number) =>
    need(client.PUT('/api/kit/{id}', { params: { path: { id } }, body: { item, version } })),
  doc: (kept: KeptItem) => kept.item,
  version: (kept: KeptItem) => kept.version,
})

/** A thing of the kit, from the list it stands in, which brings what other windows change. */
export function useItem(kept: KeptItem) {
  const { id } = kept.item
  const of = useMemo(() => gateway(id), [id])
  const [state, session] = useSession(of)
  useEffect(() => session.seed(kept), [kept, session])
  return { ...state, draft: state.draft ?? kept.item, session }
}
