import { infiniteQueryOptions, keepPreviousData, queryOptions } from '@tanstack/react-query'
import { client, need } from './client'
import { isGuest } from './guest'
import type { TakeChoice } from './types'

/** Jobs, a page after the other, of those that these words are in. */
export const jobsQuery = (words: string) =>
  infiniteQueryOptions({
    queryKey: ['jobs', 'list', words],
    queryFn: ({ pageParam }) =>
      need(
        client.GET('/api/jobs', {
          params: { query: { words, ...(pageParam !== null && { from: pageParam }) } },
        }),
      ),
    initialPageParam: null as number | null,
    getNextPageParam: (page) => page.next ?? null,
    placeholderData: keepPreviousData,
  })

export const jobQuery = (id: string) =>
  queryOptions({
    queryKey: ['jobs', 'one', id],
    queryFn: () => need(client.GET('/api/jobs/{id}', path(id))),
    enabled: id !== '',
  })

export const deletedQuery = queryOptions({
  queryKey: ['deleted'],
  queryFn: () => need(client.GET('/api/deleted')),
})

/** Everything kept is looked at for it: once is enough, since nothing this program keeps becomes unreadable to it. */
export const asideQuery = queryOptions({
  queryKey: ['aside'],
  queryFn: () => need(client.GET('/api/aside')),
  staleTime: Infinity,
})

export const kitQuery = queryOptions({ queryKey: ['kit'], queryFn: () => need(client.GET('/api/kit')) })

/** What the takes teach about the kit. */
export const learntQuery = queryOptions({
  queryKey: ['kit', 'learnt'],
  queryFn: () => need(client.GET('/api/learnt')),
})

export const settingsQuery = queryOptions({
  queryKey: ['settings'],
  queryFn: () => need(client.GET('/api/settings')),
  select: (kept) => kept.settings,
  staleTime: Infinity,
})

export const marksQuery = queryOptions({
  queryKey: ['marks'],
  queryFn: () => need(client.GET('/api/marks')),
  staleTime: Infinity,
})

/** Whether there are devices to try the program with; they are the desk's alone. */
export const standInsQuery = queryOptions({
  queryKey: ['stand-ins'],
  queryFn: () => need(client.GET('/api/stand-ins')),
  enabled: () => !isGuest(),
  staleTime: Infinity,
})

/** What things begin as. */
export const startsQuery = queryOptions({
  queryKey: ['starts'],
  queryFn: () => need(client.GET('/api/starts')),
  staleTime: Infinity,
})

const path = (id: string) => ({ params: { path: { id } } })

/** A setup as it is kept; none asked for, none fetched. */
export const setupQuery = (id?: string) =>
  queryOptions({
    queryKey: ['setup', id ?? '', 'kept'],
    queryFn: () => need(client.GET('/api/setups/{id}', path(id ?? ''))),
    enabled: id !== undefined,
  })

/** What room copies of frames take. */
export const roomQuery = queryOptions({
  queryKey: ['takes', 'room'],
  queryFn: () => need(client.GET('/api/frames/room')),
})

/** Which takes of a job are looked at. */
export type LogLook = { setup?: string; choice?: TakeChoice; words?: string; most?: number }

/** The log of a job, a page after the other, the latest first. */
export const logQuery = (job: string, look: LogLook) =>
  infiniteQueryOptions({
    queryKey: ['takes', job, 'log', look],
    queryFn: ({ pageParam }) =>
      need(
        client.GET('/api/jobs/{id}/takes', {
          params: { path: { id: job }, query: { ...look, ...(pageParam !== null && { from: pageParam }) } },
        }),
      ),
    initialPageParam: null as string | null,
    getNextPageParam: (page) => page.next ?? null,
    placeholderData: keepPreviousData,
    enabled: job !== '',
  })

/** The takes of a setup over its job's day. */
export const takesByClockQuery = (job: string, setup: string) =>
  queryOptions({
    queryKey: ['takes', job, 'clock', setup],
    queryFn: () =>
      need(client.GET('/api/jobs/{id}/takes/by-clock', { params: { path: { id: job }, query: { setup } } })),
  })

/** A take and what it says, alone or with one that was taken without flash. */
export const takeQuery = (id: string, without: string | null) =>
  queryOptions({
    queryKey: ['take', id, without],
    queryFn: () =>
      need(client.GET('/api/takes/{id}', { params: { path: { id }, query: without ? { without } : {} } })),
    enabled: id !== '',
    placeholderData: keepPreviousData,
  })

export const dayQuery = (job: string) =>
  queryOptions({ queryKey: ['day', job], queryFn: () => need(client.GET('/api/jobs/{id}/day', path(job))) })

/** What is looked at of a day: a setup, and what the clock shows. */
export type Looked = { setup?: string; clock?: string }

/** Of these the server answers only the newest: one whose answer nobody looks at any more is called back. */
const looked = (id: string, query: Looked, signal: AbortSignal) => ({
  params: { path: { id }, query },
  signal,
})

export const dayAnswerQuery = (job: string, look: Looked) =>
  queryOptions({
    queryKey: ['day', job, 'answer', look],
    queryFn: ({ signal }) => need(client.GET('/api/jobs/{id}/day/answer', looked(job, look, signal))),
    placeholderData: keepPreviousData,
  })

export const momentQuery = (job: string, look: Looked) =>
  queryOptions({
    queryKey: ['day', job, 'moment', look],
    queryFn: ({ signal }) => need(client.GET('/api/jobs/{id}/day/moment', looked(job, look, signal))),
    placeholderData: keepPreviousData,
  })

export const lightQuery = (job: string) =>
  queryOptions({
    queryKey: ['day', job, 'light'],
    queryFn: () => need(client.GET('/api/jobs/{id}/light', path(job))),
  })
