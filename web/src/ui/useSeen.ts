import { useMutation, useQueryClient } from '@tanstack/react-query'
import { client, need } from '../api/client'
import { kitQuery, learntQuery } from '../api/queries'
import type { LearntToPut, SeenNow } from '../api/types'
import { useNotice } from './Notices'

/** Keeps what was seen of a thing on the spot; what is known of it now is said, and can be taken back. */
export function useSeen(onChanged?: () => void) {
  const queries = useQueryClient()
  const notice = useNotice()
  const changed = () => {
    onChanged?.()
    return Promise.all([queries.invalidateQueries(learntQuery), queries.invalidateQueries(kitQuery)])
  }
  const back = useMutation({
    mutationFn: (body: LearntToPut) => need(client.PUT('/api/learnt', { body })),
    onSuccess: changed,
  })
  return useMutation({
    mutationFn: (body: SeenNow) => need(client.POST('/api/learnt/seen', { body })),
    onSuccess: ({ text, before }) => {
      notice(text, { label: 'Undo', run: () => back.mutate(before) })
      return changed()
    },
  })
}
