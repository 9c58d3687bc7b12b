import { act, renderHook } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Lit, Setup } from '../api/types'
import type { Planes } from './planes'
import { usePicture, type Watch } from './usePicture'

const asked = vi.hoisted(
  () => [] as { answer: (name: string) => Promise<void>; refuse: () => Promise<void> }[],
)
vi.mock('../api/client', async (original) => ({
  ...(await original<object>()),
  client: {
    POST: (_: string, { signal }: { signal: AbortSignal }) =>
      new Promise((given, fails) => {
        signal.addEventListener('abort', () => fails(signal.reason as Error))
        asked.push({
          answer: (name) =>
            act(() => Promise.resolve(given({ data: framed(name), response: new Response() }))),
          refuse: () =>
            act(() => Promise.resolve(given({ error: {}, response: new Response(null, { status: 422 }) }))),
        })
      }),
  },
}))

/** A finished picture of no pixels that is known by the words it leaves. */
function framed(hand: string): ArrayBuffer {
  const told = new TextEncoder().encode(
    JSON.stringify({ hand, width: 0, height: 0, rounds: 1, enough: true }),
  )
  const answer = new ArrayBuffer(4 + told.length)
  new DataView(answer).setUint32(0, told.length, true)
  new Uint8Array(answer, 4).set(told)
  return answer
}

const lit: Lit = { light: 'both' }

describe('the picture before the last change', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    asked.length = 0
  })
  afterEach(() => vi.useRealTimers())

  it('stays the one before quick turns where their pictures come slowly', async () => {
    const drafts = [{}, {}, {}, {}] as Setup[]
    const { result, rerender } = renderHook(({ draft }) => usePicture('setup-a', draft, lit, true), {
      initialProps: { draft: drafts[0]! },
    })
    const shows = (name: string) => asked.at(-1)!.answer(name)
    const passes = (milliseconds: number) => act(() => vi.advanceTimersByTimeAsync(milliseconds))
    await shows('as it was')
    await passes(5_000)
    // A picture of the way comes between two turns, the last one's long after it.
    rerender({ draft: drafts[1]! })
    rerender({ draft: drafts[2]! })
    await shows('on the way')
    await passes(100)
    rerender({ draft: drafts[3]! })
    await passes(3_000)
    await shows('turned')
    expect(result.current.picture?.told.hand).toBe('turned')
    expect(result.current.before?.told.hand).toBe('as it was')
  })
})

describe('a picture of a draft that was heard of', () => {
  beforeEach(() => {
    asked.length = 0
  })

  it('is asked for before the page is drawn with it, and once', async () => {
    const drafts = [{}, {}] as Setup[]
    const shown: (string | null | undefined)[] = []
    const show = (picture: Planes) => void shown.push(picture.told.hand)
    let heard: Parameters<Watch>[0] = () => Promise.resolve()
    let watching = 0
    const watch: Watch = (by) => {
      heard = by
      watching += 1
      return () => void (watching -= 1)
    }
    const { result, rerender, unmount } = renderHook(
      ({ draft, isSeen }) => usePicture('setup-a', draft, lit, isSeen, watch, show),
      { initialProps: { draft: drafts[0]!, isSeen: true } },
    )
    expect([asked.length, watching]).toEqual([1, 1])
    void heard(drafts[1]!)
    expect(asked.length).toBe(2)
    rerender({ draft: drafts[1]!, isSeen: true })
    expect(asked.length).toBe(2)
    await asked[1]!.answer('turned')
    expect([result.current.picture?.told.hand, result.current.of]).toEqual(['turned', drafts[1]])
    expect(shown).toEqual(['turned'])
    // Whoever does not see it neither listens nor asks.
    rerender({ draft: drafts[0]!, isSeen: false })
    expect([asked.length, watching]).toEqual([2, 0])
    rerender({ draft: drafts[0]!, isSeen: true })
    expect([asked.length, watching]).toEqual([3, 1])
    unmount()
    expect(watching).toBe(0)
  })

  it.each([
    { what: 'its picture stands there', ends: () => asked[1]!.answer('turned') },
    { what: 'another is asked for', ends: (heard: Parameters<Watch>[0]) => void heard({} as Setup) },
    { what: 'its picture does not come', ends: () => asked[1]!.refuse() },
  ])('is done with when $what', async ({ ends }) => {
    let heard: Parameters<Watch>[0] = () => Promise.resolve()
    const watch: Watch = (by) => {
      heard = by
      return () => undefined
    }
    const [draft, turned] = [{}, {}] as Setup[]
    const { unmount } = renderHook(() => usePicture('setup-a', draft!, lit, true, watch))
    let done = false
    const there = heard(turned!).then(() => void (done = true))
    expect(heard(turned!)).toBeInstanceOf(Promise)
    expect(asked.length).toBe(2)
    await act(() => Promise.resolve())
    expect(done).toBe(false)
    await ends(heard)
    await there
    unmount()
  })
})
