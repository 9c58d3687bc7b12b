import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Setup } from '../api/types'
import { type Ground, useFollow } from './useFollow'

type Asked = { signal?: AbortSignal; answer: (value: unknown) => void; fail: (error: unknown) => void }
const asked = vi.hoisted(() => [] as Asked[])
vi.mock('./questions', () => ({
  ask: (...[, , , , signal]: [unknown, unknown, unknown, unknown, AbortSignal?]) =>
    new Promise((answer, fail) => {
      asked.push({ signal, answer, fail })
      signal?.addEventListener('abort', () => fail(new DOMException('called back', 'AbortError')))
    }),
  advice: () => new Promise(() => undefined),
}))

function bench() {
  const draft = { solve_as_i_go: false } as Setup
  const put = vi.fn<Ground['put']>()
  const ground = {
    id: 'setup-a',
    session: { get: () => ({ draft }), merge: vi.fn(), flush: vi.fn() },
    put,
    shownRef: { current: null },
    movingRef: { current: null },
  } as unknown as Ground
  return { put, merge: ground.session.merge, ...renderHook(() => useFollow(ground)) }
}

describe('questions of the bench', () => {
  it('are called back where a newer one is asked, and say nothing of it', async () => {
    asked.length = 0
    const { result, put, unmount } = bench()
    const [first, second] = [result.current.follow(), result.current.follow()]
    expect(asked.map(({ signal }) => signal?.aborted)).toEqual([true, false])
    await act(async () => {
      asked[1]!.answer({ setup: {}, rest: { advice: null } })
      await Promise.all([first, second])
    })
    expect(put).toHaveBeenCalledTimes(1)
    expect(put.mock.calls[0]![0]).toMatchObject({ trouble: null })
    unmount()
  })

  it('count as not kept while the core works on them, until what it made is in the draft', async () => {
    asked.length = 0
    const { result, put, merge, unmount } = bench()
    const working = () => put.mock.calls.flatMap(([{ working }]) => (working === undefined ? [] : [working]))
    const changes = [result.current.core({ solve: true }), result.current.core({ solve: true })]
    expect(working()).toEqual([true, true])
    for (const at of [0, 1]) {
      await vi.waitFor(() => expect(asked.length).toBe(at + 1))
      expect(working()).not.toContain(false)
      asked[at]!.answer({ setup: {}, rest: { advice: null } })
    }
    await act(async () => void (await Promise.all(changes)))
    expect(merge).toHaveBeenCalledTimes(2)
    expect(working().at(-1)).toBe(false)
    unmount()
  })

  describe('of a draft whose picture is on its way', () => {
    beforeEach(() => void vi.useFakeTimers())
    afterEach(() => vi.useRealTimers())
    const passes = (milliseconds: number) => act(() => vi.advanceTimersByTimeAsync(milliseconds))

    it.each([
      { what: 'once it is seen', seenAfter: 30, told: 30 },
      { what: 'without it where it takes long', seenAfter: 500, told: 50 },
    ])('are told $what', async ({ seenAfter, told }) => {
      asked.length = 0
      const { result, put, unmount } = bench()
      const seen = new Promise((stands) => window.setTimeout(stands, seenAfter))
      void result.current.follow(undefined, seen)
      await passes(10)
      asked[0]!.answer({ setup: {}, rest: { advice: null } })
      await passes(told - 11)
      expect(put).not.toHaveBeenCalled()
      await passes(2)
      expect(put).toHaveBeenCalledTimes(1)
      unmount()
    })

    it('are told at once where the core changes the draft, for that has another', async () => {
      asked.length = 0
      const { result, put, unmount } = bench()
      void result.current.follow(true, new Promise(() => undefined))
      asked[0]!.answer({ setup: {}, rest: { advice: null } })
      await passes(1)
      expect(put).toHaveBeenCalledTimes(1)
      unmount()
    })
  })

  it('are called back when the bench is left', () => {
    asked.length = 0
    const { result, unmount } = bench()
    void result.current.follow()
    unmount()
    expect(asked[0]!.signal?.aborted).toBe(true)
  })
})
