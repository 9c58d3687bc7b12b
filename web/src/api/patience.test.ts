import { describe, expect, it, vi } from 'vitest'
import { ApiProblem } from './client'
import { patiently, unanswered, waitFor } from './patience'

const problem = (type: string, status: number) =>
  new ApiProblem({ type, title: type, status, detail: type, errors: [] })
const silent = problem('unreachable', 0)
const no = problem('fields', 422)

/** Answers as told, one after the other. */
const asked = (...answers: (string | Error)[]) =>
  vi.fn(() => {
    const answer = answers.shift() ?? 'late'
    return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer)
  })
const pauses = () => vi.fn<(milliseconds: number) => Promise<void>>(() => Promise.resolve())

describe('a question that is not answered', () => {
  it('is asked again, each time after a longer wait, until it is', async () => {
    const [ask, pause, onWait] = [
      asked(silent, new TypeError('cut off'), silent, 'at last'),
      pauses(),
      vi.fn(),
    ]
    expect(await patiently(ask, { pause, onWait })).toBe('at last')
    expect(pause.mock.calls.flat()).toEqual([250, 500, 1000])
    expect(onWait).toHaveBeenCalledTimes(3)
    expect(waitFor(20)).toBe(8000)
  })

  it('is not asked again where it was refused', async () => {
    const ask = asked(no, 'never')
    await expect(patiently(ask, { pause: pauses() })).rejects.toBe(no)
    expect(ask).toHaveBeenCalledOnce()
    expect(unanswered(no)).toBe(false)
  })

  it('is not asked again once a newer one took its place, nor more often than told', async () => {
    let wanted = true
    const pause = vi.fn(() => {
      wanted = false
      return Promise.resolve()
    })
    const ask = asked(silent, 'too late')
    await expect(patiently(ask, { pause, wanted: () => wanted })).rejects.toBe(silent)
    expect(ask).toHaveBeenCalledOnce()
    const often = asked(silent, silent, silent, silent)
    await expect(patiently(often, { pause: pauses(), times: 2 })).rejects.toBe(silent)
    expect(often).toHaveBeenCalledTimes(3)
  })
})
