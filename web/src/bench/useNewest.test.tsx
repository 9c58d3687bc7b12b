import { act, renderHook } from '@testing-library/react'
import { describe, expect, it } from 'vitest'
import { useNewest } from './useNewest'

describe('of what is wished while one is being answered', () => {
  it('only the newest is asked', async () => {
    const { result } = renderHook(() => useNewest())
    const asked: number[] = []
    const answers: (() => void)[] = []
    const wish = (number: number) => () => {
      asked.push(number)
      return new Promise<void>((answered) => answers.push(answered))
    }
    const answer = async () => {
      await act(async () => {
        answers.shift()?.()
        await Promise.resolve()
      })
    }
    ;[1, 2, 3, 4].forEach((number) => result.current(wish(number)))
    expect(asked).toEqual([1])
    await answer()
    expect(asked).toEqual([1, 4])
    await answer()
    result.current(wish(5))
    expect(asked).toEqual([1, 4, 5])
  })
})
