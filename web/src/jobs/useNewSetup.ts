import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { client, need } from '../api/client'

/** Makes a setup at the end of a job, and goes to its bench. */
export function useNewSetup(job: string) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  return useMutation({
    mutationFn: (name: string) =>
      need(client.POST('/api/jobs/{id}/setups', { params: { path: { id: job } }, body: { name } })),
    onSuccess: (made) => {
      void queries.invalidateQueries({ queryKey: ['jobs'] })
      void navigate(`/setups/${made.id}`)
    },
  })
}
