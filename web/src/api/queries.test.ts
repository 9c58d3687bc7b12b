import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { beforeEach, expect, it, vi } from 'vitest'

type Asked = { params: { query: { clock: string } }; signal: AbortSignal }

const asked: Asked[] = []
vi.mock('./client', () => ({
  client: {
    GET: (_: string, question: Asked) => {
      asked.push(question)
      return new Promise((_, fail) =>
        question.signal.addEventListener('abort', () => fail(new DOMException('called back', 'AbortError'))),
      )
    },
  },
  need: (answer: Promise<unknown>) => answer,
}))

const { dayAnswerQuery, momentQuery } = await import('./queries')

beforeEach(() => asked.splice(0))

it.each([
  ['a moment', momentQuery],
  ['a day', dayAnswerQuery],
] as const)('%s that nobody looks at any more is called back where the next is asked for', (_, query) => {
  const queries = new QueryClient()
  const observer = new QueryObserver(queries, query('job-a', { clock: '18:12' }) as never)
  const stop = observer.subscribe(() => undefined)
  observer.setOptions(query('job-a', { clock: '20:00' }) as never)
  expect(asked.map(({ params, signal }) => [params.query.clock, signal.aborted])).toEqual([
    ['18:12', true],
    ['20:00', false],
  ])
  stop()
  expect(asked[1]!.signal.aborted).toBe(true)
})
