import { useEffect, useMemo } from 'react'
import { client, need } from '../api/client'
import type { Brief, Job } from '../api/types'
import { useSession } from '../session/useSession'

const gateway = (id: string) => ({
  key: `job:${id}`,
  what: 'job' as const,
  prefix: /^\/job(?=\/)/,
  changed: () => ({ what: 'job' as const, id }),
  load: async (): Promise<Job> => need(client.GET('/api/jobs/{id}', { params: { path: { id } } })),
  save: (job: Brief, version: number) =>
    need(client.PUT('/api/jobs/{id}', { params: { path: { id } }, body: { job, version } })),
  doc: (kept: Job) => kept.job,
  version: (kept: Job) => kept.version,
})

/** What a job says of itself, from the list it stands in. */
export function useJob(job: Job) {
  const of = useMemo(() => gateway(job.id), [job.id])
  const [state, session] = useSession(of)
  useEffect(() => session.seed(job), [job, session])
  const edit = (change: Partial<Brief>) => session.edit((now) => ({ ...now, ...change }))
  return { ...state, draft: state.draft ?? job.job, edit, session }
}
