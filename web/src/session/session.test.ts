import { beforeEach, describe, expect, it } from 'vitest'
import { Clock, FakeStudio, fresh, iso, named, openOn, openedOn, settle } from './fakeStudio'

let studio: FakeStudio
let clock: Clock

const open = () => openOn(studio, clock)
const opened = () => openedOn(studio, clock)

beforeEach(() => {
  studio = new FakeStudio()
  clock = new Clock()
})

describe('keeping', () => {
  it('keeps an edit soon and says so', async () => {
    const session = await opened()
    session.edit(iso(200))
    expect(session.get().draft?.iso).toBe(200)
    expect(session.get().save).toBe('waiting')
    await clock.pass(1000)
    expect(studio.kept.doc.iso).toBe(200)
    expect(session.get().save).toBe('saved')
  })

  it('draws nothing anew by keeping: the draft that was edited is the draft that is kept', async () => {
    const session = await opened()
    session.edit(iso(200))
    const { draft } = session.get()
    await clock.pass(1000)
    expect(session.get().save).toBe('saved')
    expect(session.get().draft).toBe(draft)
    // Of what another window changed the rest stays what it is.
    studio.elsewhere(named('Water'))
    await session.load()
    expect(session.get().draft).toMatchObject({ iso: 200, name: 'Water' })
    expect(session.get().draft?.lights).toBe(draft?.lights)
  })

  it('keeps what is edited while a save is under way, too', async () => {
    const session = await opened()
    studio.slowDown()
    session.edit(iso(200))
    await clock.pass(400)
    session.edit(named('Water'))
    expect(session.get().save).not.toBe('saved')
    await studio.letThrough()
    await clock.pass(1000)
    expect(studio.kept.doc).toMatchObject({ iso: 200, name: 'Water' })
    expect(session.get().save).toBe('saved')
  })

  it('tries again by itself, ever slower, until the studio answers', async () => {
    const session = await opened()
    studio.away = true
    session.edit(iso(200))
    await clock.pass(400)
    expect(session.get().save).toBe('unreachable')
    expect(session.get().trouble).toBe('Tolva does not answer.')
    await clock.pass(60_000)
    const tries = studio.saves
    expect(tries).toBeGreaterThan(4)
    expect(tries).toBeLessThan(20)
    session.edit(named('Water'))
    studio.away = false
    await clock.pass(20_000)
    expect(studio.kept.doc).toMatchObject({ iso: 200, name: 'Water' })
    expect(session.get()).toMatchObject({ save: 'saved', trouble: null })
  })

  it('keeps what is taken back by itself by itself, and what is of one thing together', async () => {
    const session = await opened()
    session.edit(iso(200), 'turn iso')
    session.edit(iso(400), 'turn iso')
    session.edit(named('Water'), Symbol('typed'))
    // What the core works out after an edit goes with it.
    session.merge(session.get().draft!, { ...session.get().draft!, camera: { y: 5 } })
    session.edit(iso(200), 'turn iso')
    await session.flush()
    expect(studio.steps).toEqual([
      { ...fresh(), iso: 400 },
      { ...fresh(), iso: 400, name: 'Water', camera: { y: 5 } },
      { ...fresh(), iso: 200, name: 'Water', camera: { y: 5 } },
    ])
    expect(session.get().save).toBe('saved')
  })

  it('saves nothing while something is in the hand, and all of it once it is let go', async () => {
    const session = await opened()
    session.hold(true)
    for (let y = 1; y <= 5; y += 1) session.edit((doc) => ({ ...doc, camera: { y } }), Symbol('moved'))
    await clock.pass(5000)
    expect(studio.saves).toBe(0)
    session.hold(false)
    await clock.pass(1000)
    expect(studio.saves).toBe(1)
    expect(studio.kept.doc.camera.y).toBe(5)
  })
})

describe('what the core changes', () => {
  it('is not lost when an edit follows within its answer’s time', async () => {
    const session = await opened()
    const asked = session.get().draft!
    session.edit(iso(200))
    // The answer to a question asked before that edit.
    session.merge(asked, { ...asked, camera: { y: 5 } })
    await clock.pass(1000)
    expect(studio.kept.doc).toMatchObject({ iso: 200, camera: { y: 5 } })
  })

  it('counts twice when asked for twice', async () => {
    const session = await opened()
    const add = (id: string) => {
      const draft = session.get().draft!
      session.merge(draft, { ...draft, lights: [...draft.lights, { id, power: 3 }] })
    }
    add('c')
    add('d')
    await clock.pass(1000)
    expect(studio.kept.doc.lights.map((light) => light.id)).toEqual(['a', 'b', 'c', 'd'])
  })
})

describe('what is refused', () => {
  beforeEach(() => {
    studio.check = (doc): Record<string, string> => (doc.iso > 9000 ? { '/iso': 'Too high.' } : {})
  })

  it('is said at its field, is not in the draft, and stops nothing else', async () => {
    const session = await opened()
    session.edit(iso(99_999))
    session.edit(named('Water'))
    await clock.pass(1000)
    expect(session.get().errors).toEqual({ '/iso': 'Too high.' })
    expect(session.get().save).toBe('refused')
    expect(session.get().draft).toMatchObject({ iso: 100, name: 'Water' })
    expect(studio.kept.doc).toMatchObject({ iso: 100, name: 'Water' })
    session.edit(iso(400))
    expect(session.get().errors).toEqual({})
    await clock.pass(1000)
    expect(studio.kept.doc.iso).toBe(400)
    expect(session.get().save).toBe('saved')
  })

  it('is put right by typing again what is kept', async () => {
    const session = await opened()
    session.edit(iso(99_999))
    await clock.pass(1000)
    session.edit(iso(100))
    expect(session.get()).toMatchObject({ errors: {}, save: 'saved' })
  })

  it('is what undo takes back first; the last good edit stays', async () => {
    const session = await opened()
    session.edit(iso(200))
    await clock.pass(1000)
    session.edit(iso(99_999))
    await clock.pass(1000)
    session.undo()
    expect(session.get().errors).toEqual({})
    await clock.pass(1000)
    expect(studio.kept.doc.iso).toBe(200)
    session.undo()
    await clock.pass(1000)
    expect(studio.kept.doc.iso).toBe(100)
  })
})

describe('an answer that is lost', () => {
  it('is no conflict with oneself, whatever was edited since', async () => {
    const session = await opened()
    session.edit(iso(200))
    session.edit(iso(250))
    studio.loseAnswer = true
    await clock.pass(400)
    expect(session.get().save).toBe('unreachable')
    session.edit(iso(320))
    await clock.pass(5000)
    expect(session.get().conflict).toBeNull()
    expect(studio.kept.doc.iso).toBe(320)
    expect(studio.kept.version).toBe(3)
  })
})

describe('a page that closes', () => {
  it('leaves its draft, which is offered again', async () => {
    const first = await opened()
    studio.away = true
    first.edit(iso(200))
    await clock.pass(400)
    studio.away = false
    studio.elsewhere(named('Water'))
    const second = open()
    await second.load()
    expect(second.get()).toMatchObject({ left: true })
    expect(second.get().draft?.iso).toBe(100)
    second.takeUp(true)
    await clock.pass(1000)
    expect(studio.kept.doc).toMatchObject({ iso: 200, name: 'Water' })
    expect(studio.drafts.size).toBe(0)
  })

  it('leaves nothing once all is kept', async () => {
    const session = await opened()
    session.edit(iso(200))
    expect(studio.drafts.size).toBe(1)
    await clock.pass(1000)
    expect(studio.drafts.size).toBe(0)
  })
})

/** Whatever happens in whatever order: in the end what is shown is what is kept, and every edit is in it. */
it('loses no edit among delays, failures and other windows', async () => {
  let seed = 7
  const chance = (most: number) => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648
    return Math.floor((seed / 2_147_483_648) * most)
  }
  for (let round = 0; round < 200; round += 1) {
    studio = new FakeStudio()
    clock = new Clock()
    const session = await opened()
    const powers = new Map<string, number>()
    for (let step = 0; step < 14; step += 1) {
      const what = chance(7)
      if (what <= 2) {
        const id = `mine-${chance(4)}`
        const power = chance(100)
        powers.set(id, power)
        session.edit((doc) => ({
          ...doc,
          lights: [...doc.lights.filter((light) => light.id !== id), { id, power }],
        }))
      } else if (what === 3) studio.elsewhere((doc) => ({ ...doc, iso: chance(1000) }))
      else if (what === 4) studio.away = !studio.away
      else if (what === 5) studio.slowDown()
      else await studio.letThrough()
      await clock.pass(chance(600))
    }
    studio.away = false
    await studio.letThrough()
    await clock.pass(40_000)
    // Another window's last change is heard of.
    await session.load()
    await settle()
    expect(session.get().save).toBe('saved')
    expect(session.get().draft).toEqual(studio.kept.doc)
    const kept = studio.kept.doc.lights.filter((light) => light.id.startsWith('mine'))
    expect(new Map(kept.map((light) => [light.id, light.power]))).toEqual(powers)
  }
})
