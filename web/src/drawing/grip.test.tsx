import { fireEvent, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { cleanup } from '@testing-library/react'
import { useGrip } from './grip'
import type { Dot } from './path'

afterEach(cleanup)

function Held({ ways }: { ways: Parameters<typeof useGrip>[0] }) {
  const { gripProps } = useGrip(ways)
  return <div {...gripProps} role="slider" tabIndex={0} aria-label="held" aria-valuenow={0} />
}

/** A step of the mouse; the page's coordinates are not among what an event can be made with. */
const mouse = (on: EventTarget, type: string, x: number, y: number) => {
  const event = new PointerEvent(type, { bubbles: true, button: 0, pointerId: 1, pointerType: 'mouse' })
  Object.defineProperties(event, { pageX: { value: x }, pageY: { value: y } })
  fireEvent(on as Element, event)
}

const ways = () => ({
  onTake: vi.fn(),
  onHand: vi.fn<(way: Dot) => void>(),
  onArrow: vi.fn(),
  onLeap: vi.fn(),
  onLetGo: vi.fn(),
})

describe('what is dragged', () => {
  it('is told the whole way of the hand, not its steps', () => {
    const told = ways()
    render(<Held ways={told} />)
    const held = screen.getByLabelText('held')
    mouse(held, 'pointerdown', 10, 10)
    mouse(window, 'pointermove', 15, 10)
    mouse(window, 'pointermove', 30, 4)
    mouse(window, 'pointerup', 0, 0)
    expect(told.onTake).toHaveBeenCalledOnce()
    expect(told.onHand.mock.calls.map(([way]) => way)).toEqual([
      [5, 0],
      [20, -6],
    ])
    expect(told.onLetGo).toHaveBeenCalledOnce()
    // Taken again it begins anew.
    mouse(held, 'pointerdown', 0, 0)
    mouse(window, 'pointermove', 1, 1)
    mouse(window, 'pointerup', 0, 0)
    expect(told.onHand).toHaveBeenLastCalledWith([1, 1])
  })

  it('is moved by keys, one press at a time', async () => {
    const told = ways()
    const user = userEvent.setup()
    render(<Held ways={told} />)
    await user.tab()
    await user.keyboard('{ArrowRight}{ArrowUp}{Shift>}{ArrowDown}{/Shift}{PageUp}{Home}')
    expect(told.onArrow.mock.calls).toEqual([
      [1, 0, false],
      [0, -1, false],
      [0, 1, true],
    ])
    expect(told.onLeap.mock.calls).toEqual([[1], [-Infinity]])
    expect(told.onHand).not.toHaveBeenCalled()
  })

  it('has the focus as soon as it is taken, so that the keys go on from there', () => {
    render(<Held ways={ways()} />)
    fireEvent.pointerDown(screen.getByLabelText('held'))
    expect(document.activeElement).toBe(screen.getByLabelText('held'))
  })
})
