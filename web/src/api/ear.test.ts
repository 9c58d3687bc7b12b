import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { type Changed, hear, keeping, kept, listen } from './ear'

/** The studio's own voice. */
class Voice {
  static last: Voice
  onopen: (() => void) | null = null
  onmessage: ((message: { data: string }) => void) | null = null
  constructor() {
    Voice.last = this
  }
  close() {}
  says(changed: Changed) {
    this.onmessage?.({ data: JSON.stringify(changed) })
  }
}

const setup = (version: number): Changed => ({
  what: 'setup',
  id: 'setup-doors',
  job: 'job-slip-shed',
  version,
})
const settle = () => new Promise((done) => setTimeout(done, 5))
let heard: [Changed, boolean][]
let stop: (() => void)[]

beforeEach(() => {
  vi.stubGlobal('EventSource', Voice)
  vi.stubGlobal('BroadcastChannel', undefined)
  vi.stubGlobal('navigator', {})
  heard = []
  stop = [listen(), hear((changed, own) => heard.push([changed, own]))]
  Voice.last.says({ what: 'all' })
  heard = []
})
afterEach(() => {
  stop.forEach((stop) => stop())
  vi.unstubAllGlobals()
})

it('is not told again of what this window kept itself, but of what another did', () => {
  kept(setup(3))
  Voice.last.says(setup(3))
  Voice.last.says(setup(4))
  expect(heard).toEqual([
    [setup(3), true],
    [setup(4), false],
  ])
})

it('waits with what it is told while this window keeps the same, until it is known whose it was', async () => {
  let answer = () => {}
  const saved = keeping('setup-doors', () => new Promise<void>((done) => (answer = done)))
  Voice.last.says(setup(3))
  Voice.last.says({ what: 'kit' })
  await settle()
  expect(heard).toEqual([[{ what: 'kit' }, false]])
  answer()
  await saved
  kept(setup(3))
  await settle()
  expect(heard.slice(1)).toEqual([[setup(3), true]])
})

it('is told of it where keeping it failed', async () => {
  const saved = keeping('setup-doors', () => Promise.reject(new Error('stale')))
  Voice.last.says(setup(3))
  await expect(saved).rejects.toThrow('stale')
  await settle()
  expect(heard).toEqual([[setup(3), false]])
})

it('knows nothing any more where all has to be looked at again: the studio may be another one', () => {
  kept(setup(9))
  Voice.last.says({ what: 'all' })
  Voice.last.says(setup(2))
  expect(heard.map(([changed]) => changed)).toEqual([setup(9), { what: 'all' }, setup(2)])
})
