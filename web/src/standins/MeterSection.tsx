import { useState } from 'react'
import type { MeterShows, Patch, Reading, Setup, Turned } from '../api/types'
import { client, need, words } from '../api/client'
import { patches } from '../bench/choices'
import { freshId } from '../bench/entries'
import type { BenchState } from '../bench/useBench'
import { choicesOf } from '../ui/choices'
import { LiveChoice } from '../ui/LiveChoice'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { lightMark } from '../words/lightMark'
import { held, type HeldBy } from './choices'

const ways = choicesOf<Exclude<Turned['to'], 'light'>>({
  patch: 'as that is turned',
  camera: 'at the camera',
  sun: 'at the sun',
  up: 'straight up',
})

type Shown = MeterShows & { patch: Patch; by: HeldBy; turned: Turned; flash: string | null }

/** A light meter to hold on the set, and what it shows to be taken over. */
export function MeterSection({ id, setup, bench }: { id: string; setup: Setup; bench: BenchState }) {
  const [patch, setPatch] = useState<Patch>('face')
  const [by, setBy] = useState<HeldBy>('dome')
  const [to, setTo] = useState<(typeof ways)[number]['id']>('patch')
  const [light, setLight] = useState('')
  const [shown, setShown] = useState<Shown | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const names = bench.assessment?.lights ?? []
  const markOf = (light: string) => lightMark(setup.lights.findIndex((one) => one.id === light))
  const lights = [
    { id: '', name: 'the ambient' },
    ...names.map((one) => ({ id: one.light, name: `flash ${markOf(one.light)}` })),
  ]
  const flash = lights.some((one) => one.id === light) && light !== '' ? light : null
  const turned: Turned = flash || by === 'spot' ? { to: 'patch' } : { to }
  const measure = async () => {
    setTrouble(null)
    try {
      const method = by === 'spot' ? 'reflected' : 'incident'
      const receptor = by === 'flat' ? 'flat' : 'dome'
      const answer = await need(
        client.POST('/api/stand-ins/meter', {
          params: { query: { of: id } },
          body: { setup, patch, method, receptor, turned, flash },
        }),
      )
      setShown({ ...answer, patch, by, turned, flash })
    } catch (error) {
      setShown(null)
      setTrouble(words(error))
    }
  }
  const take = (from: Shown) => {
    bench.edit((s) => (from.flash ? withFlashReading(s, from, bench) : withReading(s, from)))
    setShown(null)
  }
  return (
    <section aria-label="Light meter">
      <h2>Light meter</h2>
      <p>
        Held before the{' '}
        <LiveChoice label="Meter: where" value={patch} choices={patches} onChoose={setPatch} />,{' '}
        <LiveChoice label="Meter: how" value={by} choices={held} onChoose={setBy} />
        {!flash && by !== 'spot' && (
          <>
            , turned <LiveChoice label="Meter: turned" value={to} choices={ways} onChoose={setTo} />
          </>
        )}
        , for <LiveChoice label="Meter: for" value={flash ?? ''} choices={lights} onChoose={setLight} />.
      </p>
      <p className="row">
        <MainPush onPress={() => void measure()}>Measure</MainPush>
        {shown && (
          <>
            <Spoken as="strong" className="shows">
              {shown.text}
            </Spoken>
            <Push onPress={() => take(shown)}>Take it over</Push>
          </>
        )}
      </p>
      {trouble && <Trouble>{trouble}</Trouble>}
      <p className="quiet">
        To a tenth of a stop, with an error of its own of about that much, as a meter has.
      </p>
    </section>
  )
}

/** The setup with the reading: in place of one of the same patch taken the same way, or as one more. */
function withReading(setup: Setup, shown: Shown): Setup {
  const { patch, by, turned, ev } = shown
  if (ev == null) return setup
  const taken: Omit<Reading, 'id'> = {
    patch,
    method: by === 'spot' ? 'reflected' : 'incident',
    receptor: by === 'flat' ? 'flat' : 'dome',
    turned,
    measured: { as: 'ev', ev },
    time: null,
  }
  const same = (one: Reading) =>
    one.patch === patch && one.method === taken.method && one.turned.to === turned.to
  const known = setup.readings.find(same)
  const readings = known
    ? setup.readings.map((one) => (one === known ? { ...taken, id: one.id } : one))
    : [...setup.readings, { ...taken, id: freshId('reading', setup.readings) }]
  return { ...setup, readings }
}

function withFlashReading(setup: Setup, shown: Shown, bench: BenchState): Setup {
  const { patch, flash, aperture } = shown
  const light = setup.lights.find((one) => one.id === flash)
  const at = patches.findIndex((one) => one.id === patch)
  const reached = bench.assessment?.lights.find((one) => one.light === flash)?.reached[at]
  if (!light || aperture == null || reached == null) return setup
  const others = setup.flash_readings.filter((one) => one.light !== flash || one.patch !== patch)
  const reading = {
    id: freshId('flash-reading', setup.flash_readings),
    light: light.id,
    modifier: light.modifier ?? null,
    patch,
    power: light.power.at,
    aperture,
    iso: 0,
    share: null,
    reached,
  }
  return { ...setup, flash_readings: [...others, reading] }
}
