import { afterEach, expect, it, vi } from 'vitest'
import { live } from './live'

function card(clock: string, at: string) {
  history.replaceState(null, '', `/?at=${at}`)
  const rungs = JSON.stringify([{ minute: 1092, clock: '6:12 pm', text: 'shutter 1/160', turns: [] }])
  document.body.innerHTML = `<section data-ladder='${rungs}' data-until="1110" data-date="2026-09-17"
    data-said="17 September 2026" data-clock-of="${clock}"><p class="now" hidden><b data-clock></b><span data-next></span></p></section>`
  return live(document.body, 'job')
}
const said = (part: string) => document.querySelector(`[data-${part}]`)?.textContent

afterEach(() => vi.useRealTimers())

it.each([
  ['hours24', '2026-09-17T18:02:00', '18:02', 'Begins in 10 min 00 s, at 6:12 pm: shutter 1/160'],
  ['hours12', '2026-09-17T18:40:00', '6:40 pm', 'The ladder is over: read the light anew.'],
  ['hours12', '2026-09-17T18:12:30', '6:12 pm', 'Nothing more to turn.'],
  ['hours12', '2026-09-18T00:05:00', '12:05 am', 'The ladder runs on 17 September 2026.'],
])('goes by the clock as it is read (%s, %s)', (clock, at, shows, next) => {
  vi.useFakeTimers({ now: new Date('2026-11-27T10:00:00') })
  const stop = card(clock, at)
  expect(said('next')).toBe(next)
  expect(said('clock')).toBe(shows)
  stop()
})

it('shows now where it is asked for no time that is one', () => {
  vi.useFakeTimers({ now: new Date('2026-11-27T10:00:00') })
  const stop = card('hours24', 'yesterday')
  expect(said('clock')).toBe('10:00')
  stop()
})
