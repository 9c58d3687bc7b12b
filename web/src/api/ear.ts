import type { InfiniteData, QueryClient } from '@tanstack/react-query'
import type { components } from './schema'
import type { JobPage } from './types'

export type Changed = components['schemas']['Changed']

/** `own` where this window kept it itself. */
type Listener = (changed: Changed, own: boolean) => void
const listeners = new Set<Listener>()

/** Hears of every change that is kept, of this window or another. */
export function hear(listener: Listener): () => void {
  listeners.add(listener)
  return () => void listeners.delete(listener)
}

/** The newest version this window kept of each setup, and what it keeps just now. */
const own = new Map<string, number>()
const atIt = new Map<string, Promise<void>>()

/** This window kept something: it need not wait to be told, nor be told again. */
export function kept(changed: Changed) {
  if (changed.what === 'setup') own.set(changed.id, changed.version)
  listeners.forEach((listener) => listener(changed, true))
}

/** Keeps a setup. What the studio tells of it meanwhile may be this very change, and waits until that is known. */
export async function keeping<T>(setup: string, keep: () => Promise<T>): Promise<T> {
  const answer = keep()
  const rests = answer.then(
    () => undefined,
    () => undefined,
  )
  atIt.set(setup, rests)
  try {
    return await answer
  } finally {
    if (atIt.get(setup) === rests) atIt.delete(setup)
  }
}

function told(changed: Changed) {
  if (changed.what === 'setup') {
    const rests = atIt.get(changed.id)
    if (rests) return void rests.then(() => setTimeout(() => told(changed)))
    if ((own.get(changed.id) ?? 0) >= changed.version) return
  }
  // Perhaps it is not even the same studio any more.
  if (changed.what === 'all') own.clear()
  listeners.forEach((listener) => listener(changed, false))
}

/** Everything that was answered is asked again: it is to be said in other words. */
export function lookAgain(queries: QueryClient) {
  void queries.invalidateQueries()
  told({ what: 'settings' })
}

/** Whether a job is in a list that was fetched, or was fetched by itself. */
const isListed = (queries: QueryClient, id: string) =>
  queries
    .getQueriesData<InfiniteData<JobPage>>({ queryKey: ['jobs', 'list'] })
    .some(([, list]) => list?.pages.some((page) => page.jobs.some((job) => job.id === id))) ||
  queries.getQueryState(['jobs', 'one', id])?.status === 'success'

/** What a change makes stale of what was fetched. */
export function refreshes(queries: QueryClient, changed: Changed): void {
  const stale = (...queryKey: string[]) => void queries.invalidateQueries({ queryKey })
  switch (changed.what) {
    case 'setup':
      stale('setup', changed.id)
      stale('day', changed.job)
      stale('jobs')
      break
    case 'job':
      stale('deleted')
      stale('card', changed.id)
      // A job that is gone leaves its list first, so that nothing is asked of it any more.
      void queries.invalidateQueries({ queryKey: ['jobs'] }).then(() => {
        if (isListed(queries, changed.id)) stale('day', changed.id)
      })
      break
    case 'day':
      stale('day', changed.id)
      stale('setup')
      break
    case 'takes':
      stale('takes', changed.job)
      stale('take')
      break
    case 'ticks':
      stale('ticks', changed.job)
      break
    case 'drills':
      stale('drills')
      break
    case 'kit':
      stale('kit')
      stale('deleted')
      break
    case 'settings':
      stale('settings')
      stale('marks')
      break
    case 'all':
      void queries.invalidateQueries()
  }
}

const CHANNEL = 'tolva-changes'

/**
 * Listens to the studio. One window of a browser does it for all, since a browser opens only a few connections at once;
 * when that window closes, the next one takes over.
 */
export function listen(): () => void {
  const stop = new AbortController()
  const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(CHANNEL)
  if (channel) channel.onmessage = (message: MessageEvent<Changed>) => told(message.data)
  const listenHere = () =>
    new Promise<void>((done) => {
      const source = new EventSource('/api/events')
      let broken = false
      source.onopen = () => {
        // What was missed while nobody listened is looked at again.
        if (broken) tell({ what: 'all' })
        broken = false
      }
      source.onerror = () => (broken = true)
      source.onmessage = (message: MessageEvent<string>) => tell(JSON.parse(message.data) as Changed)
      stop.signal.addEventListener('abort', () => {
        source.close()
        done()
      })
    })
  const tell = (changed: Changed) => {
    told(changed)
    channel?.postMessage(changed)
  }
  if (navigator.locks && channel) {
    navigator.locks.request(CHANNEL, { signal: stop.signal }, listenHere).catch(() => undefined)
  } else {
    void listenHere()
  }
  return () => {
    stop.abort()
    channel?.close()
  }
}
