import { act, renderHook } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import { ApiProblem } from '../api/client'
import type { Problem } from '../api/types'
import { useSteps } from './useSteps'

const post = vi.hoisted(() => vi.fn())
vi.mock('../api/client', async (original) => ({
  ...(await original<typeof import('../api/client')>()),
  client: { POST: post },
  need: (answer: Promise<unknown>) => answer,
}))

/** An undo that was done while its answer was lost is refused as stale the second time: what is there now is adopted, and answered. */
it('answers what is there where a step was done already', async () => {
  const newer = { what: 'setup', kept: { version: 8 } }
  post.mockRejectedValue(new ApiProblem({ type: 'stale', errors: [], newer } as unknown as Problem))
  const follow = vi.fn(() => Promise.resolve())
  const adopt = vi.fn()
  const back = { settled: () => true, end: vi.fn(), dropLast: vi.fn() }
  const props = {
    id: 'setup-a',
    session: {
      get: () => ({ kept: { version: 7 }, conflict: null }),
      standBack: () => back,
      dropRefused: () => false,
      flush: () => Promise.resolve(),
      adopt,
      say: vi.fn(),
    },
    put: vi.fn(),
    busyRef: { current: 0 },
    chainRef: { current: Promise.resolve() },
    follow,
    nowRef: { current: { refusals: {} } },
  } as unknown as Parameters<typeof useSteps>[0]
  const { result } = renderHook(() => useSteps(props))
  await act(() => result.current.undo())
  expect(adopt).toHaveBeenCalledWith(newer.kept)
  expect(follow).toHaveBeenCalledWith(false)
})
