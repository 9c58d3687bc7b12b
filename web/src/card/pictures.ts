import { asDialsClick } from '../words/clicks'
import { client } from '../api/client'
import type { CameraModes } from '../api/types'

/** So long until a picture that is not ready is asked for again, in milliseconds, and how often. */
const AGAIN = 900
const TIMES = 60

const rest = (milliseconds: number) => new Promise((done) => setTimeout(done, milliseconds))

/** What is behind an address as an address that needs no network. */
async function inside(picture: Blob): Promise<string> {
  return new Promise((done, failed) => {
    const reader = new FileReader()
    reader.onload = () => done(typeof reader.result === 'string' ? reader.result : '')
    reader.onerror = () => failed(new Error('A picture cannot be read.'))
    reader.readAsDataURL(picture)
  })
}

/** The picture of a setup as an address that needs no network; null where there is none. It may take a while to be made. */
async function pictureOf(setup: string, signal: AbortSignal): Promise<string | null> {
  for (let time = 0; time < TIMES && !signal.aborted; time += 1) {
    const answer = await fetch(`/api/setups/${setup}/picture.jpg`, { signal })
    if (answer.ok) return inside(await answer.blob())
    if (answer.status !== 503) return null
    await rest(AGAIN)
  }
  return null
}

/** What may be left to the camera; null where there is nothing to say. It is metered over the picture, which may still be made. */
export async function modesOf(setup: string, signal?: AbortSignal): Promise<CameraModes | null> {
  for (let time = 0; time < TIMES && !signal?.aborted; time += 1) {
    const { data, response } = await client.GET('/api/setups/{id}/modes', {
      params: { path: { id: setup } },
      signal,
    })
    if (data) return asDialsClick(data)
    if (response.status !== 503) return null
    await rest(AGAIN)
  }
  return null
}

type Told = {
  onPicture: (setup: string, address: string) => void
  onModes: (setup: string, modes: CameraModes) => void
}

/** The pictures of setups and what is metered over them, one after the other, each told as it is there: all at once they would wait for one another. */
export async function pictures(setups: readonly string[], signal: AbortSignal, told: Told): Promise<void> {
  for (const setup of setups) {
    const address = await pictureOf(setup, signal).catch(() => null)
    if (signal.aborted) return
    if (address !== null) told.onPicture(setup, address)
    const modes = await modesOf(setup, signal).catch(() => null)
    if (signal.aborted) return
    if (modes) told.onModes(setup, modes)
  }
}
