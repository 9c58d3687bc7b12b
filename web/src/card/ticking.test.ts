import { describe, expect, it } from 'vitest'
import { ApiProblem } from '../api/client'
import { Ticking, type Ticks } from './ticking'

const away = () => Promise.reject(new TypeError('no network'))
const settled = () => new Promise((done) => setTimeout(done, 0))

/** A studio that can be out of reach, and a browser that remembers. */
function world() {
  const studio = new Set<string>()
  const kept: { text: string | null } = { text: null }
  const told: Ticks[] = []
  let again: () => void = () => undefined
  const state = { reached: true, refuses: false }
  const open = () =>
    new Ticking({
      read: () => kept.text,
      write: (text) => void (kept.text = text),
      tell: (ticks) => {
        if (!state.reached) return away()
        if (state.refuses)
          return Promise.reject(
            new ApiProblem({ type: 'full', title: '', status: 422, detail: '', errors: [] }),
          )
        told.push(ticks)
        Object.entries(ticks).forEach(([line, on]) => (on ? studio.add(line) : studio.delete(line)))
        return Promise.resolve([...studio])
      },
      onChange: () => undefined,
      later: (run) => {
        again = run
        return () => (again = () => undefined)
      },
    })
  return { studio, kept, told, state, open, again: () => again() }
}

describe('ticks on their way', () => {
  it('are kept by the studio, and nothing is left here', async () => {
    const { open, studio, kept } = world()
    const ticking = open()
    ticking.put({ cloth: true })
    expect(ticking.has('cloth', studio)).toBe(true)
    await settled()
    expect([...studio]).toEqual(['cloth'])
    expect(kept.text).toBeNull()
  })

  it('wait here while the studio is out of reach, also when the page is left', async () => {
    const { open, studio, state, again } = world()
    state.reached = false
    open().put({ cloth: true, tape: true })
    await settled()
    expect(studio.size).toBe(0)
    const later = open()
    expect(later.has('tape', studio)).toBe(true)
    void later.send()
    await settled()
    state.reached = true
    again()
    await settled()
    expect([...studio].sort()).toEqual(['cloth', 'tape'])
  })

  it('that change while they are told are told again', async () => {
    const { open, studio, told } = world()
    const ticking = open()
    ticking.put({ cloth: true })
    ticking.put({ cloth: false })
    await settled()
    expect(studio.size).toBe(0)
    expect(told).toEqual([{ cloth: true }, { cloth: false }])
  })

  it('that are refused are not asked for ever', async () => {
    const { open, studio, state } = world()
    state.refuses = true
    const ticking = open()
    ticking.put({ cloth: true })
    await settled()
    expect(ticking.has('cloth', studio)).toBe(false)
  })
})
