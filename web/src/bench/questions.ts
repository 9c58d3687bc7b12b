import { client, need } from '../api/client'
import { keeping } from '../api/ear'
import type { Change, KeptSetup, Layout, Setup } from '../api/types'
import { adviceOf, type Answered } from './answered'

/** What the core is asked to do with a draft, and at which field that was typed. */
export type How = { solve?: boolean; change?: Change; at?: string }

/** What is shown of the set: nothing, or its drawing with the lines of one light, in a room of this width to height. */
export type Shown = { light: string | null; ratio: number } | null

/** How a kept setup is fetched and kept. */
export const gateway = (id: string) => ({
  key: `setup:${id}`,
  what: 'setup' as const,
  prefix: /^\/setup(?=\/)/,
  changed: ({ job_id: job, version }: KeptSetup) => ({ what: 'setup' as const, id, job, version }),
  load: () => need(client.GET('/api/setups/{id}', { params: { path: { id } } })),
  save: (setup: Setup, version: number) =>
    keeping(id, () =>
      need(client.PUT('/api/setups/{id}', { params: { path: { id } }, body: { setup, version } })),
    ),
  doc: (kept: KeptSetup) => kept.setup,
  version: (kept: KeptSetup) => kept.version,
})

/** What an answer brings: the setup as the core leaves it, and what it comes to. */
export type Answer = { setup: Setup; rest: Partial<Answered> }

/** Asks what a draft comes to, in as few words as what is shown of the set needs. */
export async function ask(
  id: string,
  draft: Setup,
  set: Shown,
  { solve = false, change }: How,
  signal?: AbortSignal,
): Promise<Answer> {
  // Which kept setup it is, so that the forecast of its day counts.
  const params = { query: { of: id } }
  if (set || change) {
    const body = {
      setup: draft,
      change: change ?? null,
      solve,
      chosen: set?.light ?? null,
      ratio: set?.ratio ?? null,
    }
    const { setup, assessment, layout } = await need(client.POST('/api/layout', { params, body, signal }))
    const drawn: Layout | null = set ? layout : null
    return { setup, rest: { assessment, layout: drawn, laid: setup } }
  }
  if (solve) {
    const plan = await need(client.POST('/api/plan', { params, body: draft, signal }))
    return { setup: plan.setup, rest: { assessment: plan.assessment, advice: adviceOf(plan) } }
  }
  return {
    setup: draft,
    rest: { assessment: await need(client.POST('/api/assess', { params, body: draft, signal })) },
  }
}

/** Asks what binds a draft, and for the ways out. */
export async function advice(id: string, draft: Setup, signal?: AbortSignal) {
  const params = { query: { of: id } }
  return adviceOf(await need(client.POST('/api/advise', { params, body: draft, signal })))
}
