import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { deletedQuery } from '../api/queries'
import type { Deleted } from '../api/types'
import { Trouble } from '../ui/Trouble'
import { Push } from '../ui/Push'

const List = styled.details`
  border-top: 1px solid ${({ theme }) => theme.engraved};
  padding: 10px 0;
  summary {
    cursor: pointer;
    min-height: 32px;
    padding-top: 5px;
  }
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 12px;
    padding: 4px 0;
    border-bottom: 1px solid ${({ theme }) => theme.line};
  }
  .when {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
  }
  li button {
    margin-left: auto;
  }
`
const kinds: Record<Deleted['kind'], string> = { job: 'Job', setup: 'Setup', kit_item: 'Kit' }

const when = (at: string) =>
  new Date(`${at.replace(' ', 'T')}Z`).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })

function restored({ kind, id }: Deleted) {
  const call = { params: { path: { id } } }
  if (kind === 'job') return need(client.POST('/api/jobs/{id}/restore', call))
  return kind === 'setup'
    ? need(client.POST('/api/setups/{id}/restore', call))
    : need(client.POST('/api/kit/{id}/restore', call))
}

/** What was deleted and can still be brought back, however many were. */
export default function DeletedList() {
  const deleted = useQuery(deletedQuery).data ?? []
  const queries = useQueryClient()
  const restore = useMutation({ mutationFn: restored, onSuccess: () => queries.invalidateQueries() })
  if (deleted.length === 0) return null
  return (
    <List>
      <summary>Deleted in the last 30 days: {deleted.length}</summary>
      {restore.error && <Trouble>{words(restore.error)}</Trouble>}
      <ul aria-label="Deleted">
        {deleted.map((one) => (
          <li key={`${one.kind}${one.id}`}>
            <span>
              {kinds[one.kind]}: <strong>{one.name}</strong>
              {one.of && ` of ${one.of}`}
            </span>
            <span className="when">{when(one.at)}</span>
            <Push onPress={() => restore.mutate(one)} aria-label={`Bring back ${one.name}`}>
              Bring back
            </Push>
          </li>
        ))}
      </ul>
    </List>
  )
}
