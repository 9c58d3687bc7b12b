import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { client, need, words } from '../api/client'
import { settingsQuery } from '../api/queries'
import type { Setup } from '../api/types'
import { cardQuery } from '../card/cardQuery'
import { LiveNumber } from '../ui/Field'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { turnsSaid } from '../words/turns'
import { clockTime } from '../words/units'

const asked = (what: string, setup: Setup) => ['setup', '', 'guide', what, setup]

/** Which approach a setup's readings propose, and why. */
export function ApproachSeen({ setup }: { setup: Setup }) {
  const told = useQuery({
    queryKey: asked('approach', setup),
    queryFn: () => need(client.POST('/api/assess', { body: setup })),
  })
  if (told.error) return <Trouble>{words(told.error)}</Trouble>
  const approach = told.data?.approach
  if (!approach) return <Spoken>Working it out …</Spoken>
  return (
    <>
      <p>
        <b>{approach.name}</b>. {approach.reason}
      </p>
      <p>{approach.aim}</p>
      <p>{told.data?.headline}</p>
    </>
  )
}

/** A setup's readings, so many stops brighter. */
const brighter = (setup: Setup, stops: number): Setup => ({
  ...setup,
  readings: setup.readings.map((reading) =>
    reading.measured.as === 'ev'
      ? { ...reading, measured: { ...reading.measured, ev: reading.measured.ev + stops } }
      : reading,
  ),
})

/** What binds in a setup once the light of the place is brighter than it was metered, with the ways out. */
export function BindsSeen({ setup }: { setup: Setup }) {
  const [stops, setStops] = useState(5)
  const bright = brighter(setup, stops)
  const told = useQuery({
    queryKey: asked('binds', bright),
    queryFn: () => need(client.POST('/api/plan', { body: bright })),
    placeholderData: (before) => before,
  })
  return (
    <>
      <p>
        {setup.name}, with the light of the place{' '}
        <LiveNumber
          label="Stops brighter than metered"
          value={stops}
          unit="stops"
          digits={1}
          onCommit={(by) => setStops(by ?? 0)}
        />{' '}
        brighter than it was metered:
      </p>
      {told.error && <Trouble>{words(told.error)}</Trouble>}
      {told.data && told.data.binds.length === 0 && <p>Nothing binds: {told.data.assessment.headline}</p>}
      {told.data?.binds.map((bind) => (
        <div key={bind.text}>
          <p>
            <b>{bind.text}</b>
          </p>
          <ul>
            {bind.ways_out.map((way) => (
              <li key={way.text}>
                {way.text}: {way.price}
              </li>
            ))}
          </ul>
        </div>
      ))}
    </>
  )
}

/** One film on two lights: the same length on the rule, another in kelvin. */
export function MiredSeen() {
  const [shift, setShift] = useState(131)
  const lights = [3200, 5600]
  const told = useQuery({
    queryKey: ['colour', 'guide', shift],
    queryFn: () =>
      Promise.all(
        lights.map((kelvin) =>
          need(
            client.POST('/api/colour/light', {
              body: { light: { by: 'kelvin', kelvin }, films: [{ shift, loss: 1 }] },
            }),
          ),
        ),
      ),
    placeholderData: (before) => before,
  })
  return (
    <>
      <p>
        A film of{' '}
        <LiveNumber
          label="Shift of the film"
          value={shift}
          unit="mired"
          step={5}
          digits={0}
          onCommit={(mired) => setShift(mired ?? 0)}
        />
        , which shifts every light by as much on the rule:
      </p>
      {told.error && <Trouble>{words(told.error)}</Trouble>}
      <ul>
        {told.data?.map(({ kelvin }, index) => (
          <li key={lights[index]}>
            {lights[index]} K becomes {`${Math.round(kelvin / 50) * 50} K`}
          </li>
        ))}
      </ul>
    </>
  )
}

/** The first rungs of a setup's ladder. */
export function LadderSeen({ id, job }: { id: string; job: string }) {
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const told = useQuery(cardQuery(job))
  const rungs = told.data?.setups.find((one) => one.id === id)?.ladder?.rungs
  return (
    <>
      {told.error && <Trouble>{words(told.error)}</Trouble>}
      {told.data && !rungs && <p>This setup stands on no day.</p>}
      <ol>
        {rungs?.slice(0, 5).map((rung) => (
          <li key={rung.minute}>
            <b>{clockTime(rung.clock, clock)}</b> {turnsSaid(rung.turns)}
          </li>
        ))}
      </ol>
      <p>
        <Link to={`/jobs/${job}/day`}>The whole day, with its light</Link>
      </p>
    </>
  )
}

/** Where frames of the sample are judged. */
export function JudgeSeen({ id, job }: { id: string; job: string }) {
  return (
    <ul>
      <li>
        <Link to={`/setups/${id}/stand-ins`}>Take a frame with the camera that stands in</Link>, with faults
        you choose
      </li>
      <li>
        <Link to={`/setups/${id}/judge`}>Judge it</Link>
      </li>
      <li>
        <Link to={`/jobs/${job}/log`}>Read the log of the job</Link>
      </li>
    </ul>
  )
}
