import { useEffect } from 'react'
import { useQueryClient } from '@tanstack/react-query'
import { client, need } from '../api/client'
import { hear } from '../api/ear'
import { settingsQuery } from '../api/queries'
import type { KeptSettings, Settings } from '../api/types'
import { useSession } from '../session/useSession'

const gateway = {
  key: 'settings',
  what: 'settings' as const,
  prefix: /^\/settings(?=\/)/,
  changed: () => ({ what: 'settings' as const }),
  load: (): Promise<KeptSettings> => need(client.GET('/api/settings')),
  save: (settings: Settings, version: number) =>
    need(client.PUT('/api/settings', { body: { settings, version } })),
  doc: (kept: KeptSettings) => kept.settings,
  version: (kept: KeptSettings) => kept.version,
}

/** The studio's settings, from wherever they are changed. */
export function useSettings() {
  const [state, session] = useSession(gateway)
  const queries = useQueryClient()
  useEffect(() => {
    void session.load()
    return hear((changed, own) => void (!own && changed.what === 'settings' && session.load()))
  }, [session])
  // What is turned shows at once, everywhere.
  const { draft, kept } = state
  useEffect(() => {
    if (draft && kept) queries.setQueryData(settingsQuery.queryKey, { ...kept, settings: draft })
  }, [draft, kept, queries])
  // A choice is kept at once: there is nothing more to type that it should wait for.
  const edit: typeof session.edit = (by) => {
    const edited = session.edit(by)
    void session.flush()
    return edited
  }
  return { ...state, edit, session }
}
