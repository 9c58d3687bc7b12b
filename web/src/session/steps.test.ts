import { beforeEach, describe, expect, it } from 'vitest'
import { Clock, FakeStudio, fresh, iso, named, openedOn } from './fakeStudio'

let studio: FakeStudio
let clock: Clock

const opened = () => openedOn(studio, clock)

beforeEach(() => {
  studio = new FakeStudio()
  clock = new Clock()
})

describe('undo', () => {
  it('takes quick presses one after the other, and redo brings them back', async () => {
    const session = await opened()
    session.edit(iso(200))
    session.edit(named('Water'))
    session.undo()
    session.undo()
    expect(session.get().draft).toEqual(fresh())
    expect(session.get().canUndo).toBe(false)
    session.redo()
    await clock.pass(1000)
    expect(studio.kept.doc).toMatchObject({ iso: 200, name: 'Doors' })
    session.redo()
    expect(session.get().canRedo).toBe(false)
    expect(session.get().draft?.name).toBe('Water')
  })
})

describe('a step of the store’s own', () => {
  it('is of what was edited before it, though more is edited while it is made', async () => {
    const session = await opened()
    session.edit(iso(200))
    const back = session.standBack()
    session.edit(named('Typed after'))
    await session.flush()
    // What was before is kept, what came after waits.
    expect(studio.kept.doc).toMatchObject({ iso: 200, name: fresh().name })
    expect(back.settled()).toBe(true)
    expect(session.settled()).toBe(false)
    studio.elsewhere(iso(fresh().iso))
    session.adopt(studio.kept)
    back.end()
    await clock.pass(1000)
    expect(studio.kept.doc).toMatchObject({ iso: fresh().iso, name: 'Typed after' })
    expect(session.get().save).toBe('saved')
  })

  it('waits for the one before it', async () => {
    const session = await opened()
    const first = session.standBack()
    session.edit(iso(200))
    const second = session.standBack()
    session.edit(iso(400))
    await session.flush()
    expect(studio.kept.version).toBe(1)
    first.end()
    await session.flush()
    expect(studio.kept.doc.iso).toBe(200)
    second.end()
    await clock.pass(1000)
    expect(studio.kept.doc.iso).toBe(400)
  })

  it('takes back here what the studio was never told, and only what came before', async () => {
    const session = await opened()
    studio.away = true
    session.edit(iso(200))
    const back = session.standBack()
    session.edit(named('Typed after'))
    await session.flush()
    expect(back.settled()).toBe(false)
    expect(back.dropLast()).toBe(true)
    expect(session.get().draft).toMatchObject({ iso: fresh().iso, name: 'Typed after' })
    expect(back.dropLast()).toBe(false)
    studio.away = false
    back.end()
    session.retry()
    await clock.pass(20_000)
    expect(studio.kept.doc).toMatchObject({ iso: fresh().iso, name: 'Typed after' })
  })

  it('lets what waited for it be kept, though nothing was answered meanwhile', async () => {
    const session = await opened()
    studio.away = true
    session.edit(iso(200))
    await clock.pass(400)
    expect(session.get().save).toBe('unreachable')
    const back = session.standBack()
    expect(back.dropLast()).toBe(true)
    session.edit(named('Typed after'))
    // Its turn to be tried comes and goes while the step is still to be made.
    await clock.pass(30_000)
    studio.away = false
    back.end()
    await clock.pass(1000)
    expect(studio.kept.doc).toMatchObject({ iso: fresh().iso, name: 'Typed after' })
    expect(session.get().save).toBe('saved')
  })
})
