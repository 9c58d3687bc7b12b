import { useMutation, useQueryClient } from '@tanstack/react-query'
import { client, need, words } from '../api/client'

/** The sample job and the setup of it that examples are of. */
export const SAMPLE = { job: 'job-slip-shed', setup: 'setup-doors' }

/** Brings the sample job into the studio, with what of the kit it uses. */
export function useSample() {
  const queries = useQueryClient()
  const bring = useMutation({
    mutationFn: () => need(client.POST('/api/jobs/sample')),
    onSuccess: () => queries.invalidateQueries(),
  })
  return { bring, trouble: bring.error && words(bring.error) }
}
