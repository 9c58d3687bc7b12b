import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, renderHook } from '@testing-library/react'
import type { PropsWithChildren } from 'react'
import { expect, it, vi } from 'vitest'
import { takeQuery } from '../api/queries'
import type { TakeMark, TakeTold } from '../api/types'
import { type TakeEdit, useTake } from './useTake'

type Sent = TakeEdit & { version: number }
const sent = vi.hoisted(() => [] as { body: Sent; keeps: (told: TakeTold) => Promise<void> }[])
vi.mock('../api/client', async (original) => ({
  ...(await original<object>()),
  client: {
    PUT: (_: string, { body }: { body: Sent }) =>
      new Promise((given) =>
        sent.push({
          body,
          keeps: (data) => act(() => Promise.resolve(given({ data, response: new Response() }))),
        }),
      ),
  },
}))

const marksAt = (x: number) => [{ x } as TakeMark]
const told = (version: number, x: number, note = '') =>
  ({ kept: { id: 'take-a', version, take: { marks: marksAt(x), note } } }) as unknown as TakeTold

it('shows what was changed since where the answer to an earlier change comes', async () => {
  const queries = new QueryClient()
  queries.setQueryDefaults([], { staleTime: Infinity })
  queries.setQueryData(takeQuery('take-a', null).queryKey, told(1, 0))
  const wrapper = ({ children }: PropsWithChildren) => (
    <QueryClientProvider client={queries}>{children}</QueryClientProvider>
  )
  const { result } = renderHook(() => useTake('take-a', null), { wrapper })
  const take = () => result.current.told!.kept.take
  await act(() => Promise.resolve(result.current.edit({ marks: marksAt(1) })))
  await act(() => Promise.resolve(result.current.edit({ marks: marksAt(2) })))
  await act(() => Promise.resolve(result.current.edit({ note: 'doors' })))
  await vi.waitFor(() => expect(sent.length).toBe(1))
  await sent[0]!.keeps(told(2, 1))
  expect([take().marks, take().note]).toEqual([marksAt(2), 'doors'])
  // What is sent next is of the version that was answered, and its own change.
  await vi.waitFor(() => expect(sent.length).toBe(2))
  expect(sent[1]!.body).toMatchObject({ version: 2, marks: [{ x: 2 }] })
  await sent[1]!.keeps(told(3, 2))
  expect([take().marks, take().note]).toEqual([marksAt(2), 'doors'])
  await vi.waitFor(() => expect(sent.length).toBe(3))
  // The last answer counts as it is.
  await sent[2]!.keeps(told(4, 2.5, 'doors'))
  expect(take().marks).toEqual(marksAt(2.5))
})
