import { expect, test } from 'vitest'
import { inTurn } from './inTurn'

test('one after the other, and what was called off is passed over', async () => {
  const done: string[] = []
  const job = (name: string, end: Promise<void>) => async () => {
    done.push(`${name} begins`)
    await end
    done.push(`${name} ends`)
  }
  const never = new AbortController().signal
  let finish = () => {}
  const first = inTurn(never, job('first', new Promise((end) => (finish = end))))
  const called = new AbortController()
  const second = inTurn(called.signal, job('second', Promise.resolve()))
  const third = inTurn(never, () => Promise.reject(new Error('no')))
  const fourth = inTurn(never, job('fourth', Promise.resolve()))
  called.abort()
  finish()
  await first
  await expect(second).rejects.toThrow()
  await expect(third).rejects.toThrow('no')
  await fourth
  expect(done).toEqual(['first begins', 'first ends', 'fourth begins', 'fourth ends'])
})
