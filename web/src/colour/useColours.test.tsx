import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Setup } from '../api/types'
import { useColours } from './useColours'

type Asked = { ways: boolean; signal: AbortSignal; answer: () => Promise<void> }
const asked = vi.hoisted(() => [] as Asked[])
vi.mock('../api/client', async (original) => ({
  ...(await original<object>()),
  client: {
    POST: (_: string, { body, signal }: { body: { ways: boolean }; signal: AbortSignal }) =>
      new Promise((given) =>
        asked.push({
          ways: body.ways,
          signal,
          answer: () => act(() => Promise.resolve(given({ data: { now: {} }, response: new Response() }))),
        }),
      ),
  },
}))

const later = () => act(() => vi.advanceTimersByTimeAsync(1_000))

const draft = {} as Setup

describe('the colours of a draft', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    asked.length = 0
  })
  afterEach(() => vi.useRealTimers())

  it('have their ways asked for only when they are there, so that nothing is overtaken', async () => {
    const { unmount } = renderHook(() => useColours('setup-a', draft))
    await later()
    expect(asked.map(({ ways }) => ways)).toEqual([false])
    await asked[0]!.answer()
    await later()
    expect(asked.map(({ ways }) => ways)).toEqual([false, true])
    expect(asked[0]!.signal.aborted).toBe(false)
    unmount()
    expect(asked[1]!.signal.aborted).toBe(true)
  })

  it('have no ways asked for once the draft is another', async () => {
    const { rerender } = renderHook(({ of }) => useColours('setup-a', of), { initialProps: { of: draft } })
    await asked[0]!.answer()
    rerender({ of: { ...draft } })
    await later()
    expect(asked.map(({ ways }) => ways)).toEqual([false, false])
  })
})
