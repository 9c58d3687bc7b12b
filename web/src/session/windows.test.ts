import { beforeEach, describe, expect, it } from 'vitest'
import { Clock, FakeStudio, iso, named, openedOn, settle } from './fakeStudio'

let studio: FakeStudio
let clock: Clock

const opened = () => openedOn(studio, clock)

beforeEach(() => {
  studio = new FakeStudio()
  clock = new Clock()
})

describe('another window', () => {
  it('that changed something else is no conflict', async () => {
    const session = await opened()
    studio.elsewhere(named('Water'))
    session.edit(iso(200))
    await clock.pass(1000)
    expect(session.get().conflict).toBeNull()
    expect(studio.kept.doc).toMatchObject({ iso: 200, name: 'Water' })
  })

  it('that changed the same light’s other things is none either', async () => {
    const session = await opened()
    studio.elsewhere((doc) => ({ ...doc, lights: doc.lights.filter((light) => light.id !== 'a') }))
    session.edit((doc) => ({
      ...doc,
      lights: doc.lights.map((l) => (l.id === 'b' ? { ...l, power: 7 } : l)),
    }))
    await clock.pass(1000)
    expect(studio.kept.doc.lights).toEqual([{ id: 'b', power: 7 }])
  })

  it('that changed the same shows both, and putting mine over it keeps what was typed since', async () => {
    const session = await opened()
    studio.elsewhere(iso(800))
    session.edit(iso(200))
    await clock.pass(1000)
    expect(session.get().conflict?.clashes).toEqual([{ field: '/iso', mine: 200, theirs: 800 }])
    session.edit(named('typed after the bar appeared'))
    await clock.pass(5000)
    expect(studio.kept.doc.iso).toBe(800)
    session.settle(true)
    await clock.pass(1000)
    expect(studio.kept.doc).toMatchObject({ iso: 200, name: 'typed after the bar appeared' })
    expect(session.get().save).toBe('saved')
  })

  it('may win, and mine is put aside and comes back', async () => {
    const session = await opened()
    studio.elsewhere(iso(800))
    session.edit(iso(200))
    await clock.pass(1000)
    session.settle(false)
    expect(session.get()).toMatchObject({ shelved: true, save: 'saved' })
    expect(session.get().draft?.iso).toBe(800)
    session.bringBack()
    await clock.pass(1000)
    expect(studio.kept.doc.iso).toBe(200)
  })

  it('shows by itself when it is heard of', async () => {
    const session = await opened()
    studio.elsewhere(iso(800))
    await session.load()
    expect(session.get().draft?.iso).toBe(800)
  })

  it('has its work left alone by undo', async () => {
    const session = await opened()
    session.edit(iso(200))
    await clock.pass(1000)
    studio.elsewhere(iso(800))
    await session.load()
    session.undo()
    await clock.pass(1000)
    expect(studio.kept.doc.iso).toBe(800)
    expect(session.get().trouble).toContain('another window')
    expect(session.get().canUndo).toBe(false)
  })
})

describe('what was kept without an answer', () => {
  it.each(['by another window’s word', 'by trying again'])(
    'is recognised %s, and Saved is said',
    async (way) => {
      const session = await opened()
      studio.loseAnswer = true
      session.edit(iso(200))
      await clock.pass(400)
      expect(session.get().save).toBe('unreachable')
      if (way === 'by trying again') session.retry()
      else await session.load()
      await settle()
      expect(session.get()).toMatchObject({ save: 'saved', trouble: null, conflict: null })
      expect(studio.kept).toMatchObject({ doc: { iso: 200 }, version: 2 })
    },
  )
})
