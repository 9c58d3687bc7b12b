import { act, cleanup, render, screen } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Spoken, Voice } from './voice'

beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  cleanup()
  vi.useRealTimers()
})

const breath = () => {
  void act(() => void vi.advanceTimersByTime(500))
}
const region = () => screen.getByRole('status').textContent

function Page({ words }: { words: string[] }) {
  return (
    <>
      <Voice />
      {words.map((text, index) => (
        <Spoken key={index}>{text}</Spoken>
      ))}
    </>
  )
}

describe('what changes by itself', () => {
  it('is said in one place, what comes together in one breath', () => {
    render(<Page words={['The face clips.', 'Not saved yet.']} />)
    breath()
    expect(screen.getAllByRole('status')).toHaveLength(1)
    expect(region()).toBe('The face clips. Not saved yet.')
  })

  it('is said again only where it became something else', () => {
    const { rerender } = render(<Page words={['Level 0', 'Saved']} />)
    breath()
    rerender(<Page words={['Level 1', 'Saved']} />)
    breath()
    expect(region()).toBe('Level 1')
  })

  it('is not said twice when two places say the same', () => {
    render(<Page words={['Tolva does not answer.', 'Tolva does not answer.']} />)
    breath()
    expect(region()).toBe('Tolva does not answer.')
  })
})
