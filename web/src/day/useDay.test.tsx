import 'fake-indexeddb/auto'
import { act, renderHook, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import studio from '../../../demo/slip-shed.json'
import type { PlacedSetup, Slot } from '../api/types'
import { useDay } from './useDay'

/** A studio that keeps slots, and refuses them when told. */
const fake = vi.hoisted(() => ({
  day: {},
  slots: new Map<string, unknown>(),
  sent: [] as unknown[],
  refuse: false,
}))
vi.mock('../api/client', async (original) => ({
  ...(await original<object>()),
  client: {
    GET: () => Promise.resolve({ data: { day: fake.day, version: 1 }, response: new Response() }),
    PUT: (_: string, { body }: { body: PlacedSetup[] }) => {
      fake.sent.push(...body.map(({ slot }) => slot))
      if (fake.refuse) {
        const error = { type: 'fields', title: 'No', status: 422, detail: 'No.', errors: [] }
        return Promise.resolve({ error, response: new Response(null, { status: 422 }) })
      }
      const back = body.map(({ setup }) => ({ setup, slot: fake.slots.get(setup) ?? null }))
      body.forEach(({ setup, slot }) => fake.slots.set(setup, slot))
      return Promise.resolve({ data: back, response: new Response() })
    },
  },
}))

const first = studio.setups[0]!
const [id, drawn] = [first.id, first.setup.slot as Slot]
let job = 0

/** The day opened, with the slot that the last answer drew. */
async function opened() {
  const { result } = renderHook(() => useDay(`job-${job}`))
  await waitFor(() => expect(result.current.day).not.toBeNull())
  return result
}
const last = () => fake.sent.at(-1) as Slot

beforeEach(() => {
  job += 1
  fake.day = studio.day
  fake.slots = new Map([[id, drawn]])
  fake.sent = []
  fake.refuse = false
})

describe('a slot that is changed before it is drawn anew', () => {
  it('is changed on what it was wished to be', async () => {
    const day = await opened()
    act(() => day.current.placeOne(id, drawn, { time: '20:00' }))
    await waitFor(() => expect(day.current.canUndo).toBe(true))
    // Kept, and the answer that draws it so is still on its way.
    act(() => day.current.placeOne(id, drawn, { fixed: true }))
    await waitFor(() => expect(fake.sent).toHaveLength(2))
    expect(last()).toMatchObject({ time: '20:00', fixed: true })
  })

  it('is changed on what undo made of it', async () => {
    const day = await opened()
    act(() => day.current.placeOne(id, drawn, { time: '20:00' }))
    await waitFor(() => expect(day.current.canUndo).toBe(true))
    const late = { ...drawn, time: '20:00' }
    act(() => day.current.drawn(id))
    act(() => day.current.undo())
    await waitFor(() => expect(day.current.canRedo).toBe(true))
    act(() => day.current.placeOne(id, late, { minutes: 7 }))
    await waitFor(() => expect(fake.sent).toHaveLength(3))
    expect(last()).toMatchObject({ time: drawn.time, minutes: 7 })
  })

  it('is changed on what is drawn once that is there', async () => {
    const day = await opened()
    act(() => day.current.placeOne(id, drawn, { time: '20:00' }))
    await waitFor(() => expect(day.current.canUndo).toBe(true))
    act(() => day.current.drawn(id))
    // Another window moved it since.
    act(() => day.current.placeOne(id, { ...drawn, time: '19:00' }, { fixed: true }))
    await waitFor(() => expect(fake.sent).toHaveLength(2))
    expect(last()).toMatchObject({ time: '19:00', fixed: true })
  })

  it('is changed on what it was where the wish was refused', async () => {
    const day = await opened()
    fake.refuse = true
    act(() => day.current.placeOne(id, drawn, { time: '20:00' }))
    await waitFor(() => expect(day.current.trouble).toBe('No.'))
    fake.refuse = false
    act(() => day.current.placeOne(id, drawn, { fixed: true }))
    await waitFor(() => expect(fake.sent).toHaveLength(2))
    expect(last()).toMatchObject({ time: drawn.time, fixed: true })
  })
})
