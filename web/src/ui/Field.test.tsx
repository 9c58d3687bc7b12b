import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { type ReactNode, useState } from 'react'
import { ThemeProvider } from 'styled-components'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { settingsQuery } from '../api/queries'
import type { KeptSettings } from '../api/types'
import { look } from '../theme/tokens'
import { LiveDate, LiveNumber, LiveText, LiveTime } from './Field'

const house: KeptSettings['settings']['house'] = {
  units: 'metres',
  step: null,
  shake: 'older',
  sport: 'usual',
  mains: 'by_place',
  habits: { start: { from: 'light' }, follow: ['shutter', 'power', 'iso', 'aperture'] },
  meter: { c: 250, k: 12.5, learnt: null },
  skies: { clear: null, broken: null, overcast: null },
}
const kept = (clock: 'hours24' | 'hours12'): KeptSettings => ({
  settings: {
    house,
    theme: 'device',
    clock,
    single_keys: true,
    lists: { portrait: [], event: [], product: [] },
  },
  version: 1,
})

function Around({ children, clock = 'hours24' }: { children: ReactNode; clock?: 'hours24' | 'hours12' }) {
  const queries = new QueryClient()
  queries.setQueryData(settingsQuery.queryKey, kept(clock))
  return (
    <QueryClientProvider client={queries}>
      <ThemeProvider theme={look}>{children}</ThemeProvider>
    </QueryClientProvider>
  )
}

const field = () => screen.getByRole<HTMLInputElement>('textbox')
afterEach(cleanup)

/** A studio that keeps what is up to 60 and refuses more. */
function Kept({ first = 50, log }: { first?: number; log: (value: number) => void }) {
  const [value, setValue] = useState(first)
  const [error, setError] = useState<string>()
  return (
    <Around>
      <LiveNumber
        label="Distance"
        unit="m"
        value={value}
        error={error}
        onCommit={(next) => {
          log(next)
          setError(next > 60 ? 'At most 60.' : undefined)
          if (next <= 60) setValue(next)
        }}
      />
      <button onClick={() => setValue(first)}>Undo</button>
    </Around>
  )
}

describe('a number', () => {
  it('has its unit in its name', () => {
    render(<Kept log={vi.fn()} />)
    expect(screen.getByRole('textbox', { name: 'Distance, m' })).toBeTruthy()
  })

  it('shows what is kept after undo, and saves nothing by being looked at', async () => {
    const log = vi.fn()
    render(<Kept log={log} />)
    await userEvent.clear(field())
    await userEvent.type(field(), '55{Enter}')
    await userEvent.click(screen.getByText('Undo'))
    expect(field().value).toBe('50')
    await userEvent.click(field())
    await userEvent.tab()
    expect(log.mock.calls).toEqual([[55]])
  })

  it('keeps what was refused beside its words until it is put right', async () => {
    render(<Kept log={vi.fn()} />)
    await userEvent.clear(field())
    await userEvent.type(field(), '9999')
    await userEvent.tab()
    expect(field().value).toBe('9999')
    expect(screen.getByText('At most 60.')).toBeTruthy()
    await userEvent.clear(field())
    await userEvent.type(field(), '1,5{Enter}')
    expect(field().value).toBe('1.5')
    expect(screen.queryByText('At most 60.')).toBeNull()
  })

  it('takes nothing that is no number, and says so', async () => {
    const log = vi.fn()
    render(<Kept log={log} />)
    await userEvent.clear(field())
    await userEvent.tab()
    expect(screen.getByText('A number is needed here.')).toBeTruthy()
    await userEvent.type(field(), 'far{Enter}')
    expect(screen.getByText(/like 1.5, 1,5 or 1\/2/)).toBeTruthy()
    expect(log).not.toHaveBeenCalled()
    await userEvent.clear(field())
    await userEvent.type(field(), '1/2{Enter}')
    expect(log).toHaveBeenCalledWith(0.5)
  })

  it('adds up quick steps', async () => {
    const log = vi.fn()
    render(<Kept log={log} />)
    await userEvent.click(field())
    await userEvent.keyboard('{ArrowUp}{ArrowUp}{ArrowDown}{ArrowUp}')
    expect(log.mock.calls.map(([value]) => value as number)).toEqual([51, 52, 51, 52])
  })

  it('gives up what was typed at Escape', async () => {
    const log = vi.fn()
    render(<Kept log={log} />)
    await userEvent.type(field(), '7{Escape}')
    expect(field().value).toBe('50')
    expect(log).not.toHaveBeenCalled()
  })
})

it('a text is taken once, when one leaves it', async () => {
  const log = vi.fn()
  render(
    <Around>
      <LiveText label="Note" value="" onCommit={log} />
    </Around>,
  )
  await userEvent.type(field(), 'soft light{Enter}')
  await userEvent.tab()
  expect(log.mock.calls).toEqual([['soft light']])
})

it('a time is shown and taken as the user reads clocks', async () => {
  const log = vi.fn()
  render(
    <Around clock="hours12">
      <LiveTime label="It is" value="18:30" onCommit={log} />
    </Around>,
  )
  expect(field().value).toBe('6:30 pm')
  await userEvent.clear(field())
  await userEvent.type(field(), '6:45 pm{Enter}')
  expect(log).toHaveBeenCalledWith('18:45')
})

it('a date that is none is said where it is typed', async () => {
  const log = vi.fn()
  render(
    <Around>
      <LiveDate label="Date" value="2026-09-17" onCommit={log} />
    </Around>,
  )
  await userEvent.clear(field())
  await userEvent.type(field(), '2026-02-30{Enter}')
  expect(screen.getByText(/A date is needed here/)).toBeTruthy()
  expect(field().value).toBe('2026-02-30')
  expect(log).not.toHaveBeenCalled()
})

describe('what is wrong with the whole it is a part of', () => {
  it('is said at the field that was typed in, and at no other', async () => {
    const user = userEvent.setup()
    function Two() {
      const [wrong, setWrong] = useState<string>()
      const put = (number: number) => setWrong(number > 1 ? 'No more than 1.' : undefined)
      return ['wide', 'high'].map((label) => (
        <LiveNumber key={label} label={label} value={1} ofWhole={wrong} onCommit={put} />
      ))
    }
    render(<Two />, { wrapper: Around })
    const wide = screen.getByLabelText('wide')
    await user.clear(wide)
    await user.type(wide, '7{Enter}')
    expect(wide).toHaveProperty('value', '7')
    expect(wide.getAttribute('aria-invalid')).toBe('true')
    expect(screen.getByLabelText('high').getAttribute('aria-invalid')).toBeNull()
    expect(screen.getAllByText('No more than 1.')).toHaveLength(1)
    await user.clear(wide)
    await user.type(wide, '1{Enter}')
    expect(screen.queryByText('No more than 1.')).toBeNull()
  })
})
