import { useMutation } from '@tanstack/react-query'
import { FileTrigger } from 'react-aria-components'
import { client, need, words } from '../api/client'
import type { Day } from '../api/types'
import { LiveNumber, LiveTime } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Trouble } from '../ui/Trouble'
import { Push } from '../ui/Push'
import { cloudSources, hazes, tolerances } from './choices'

type Props = {
  day: Day
  errors: Record<string, string>
  edit: (by: (day: Day) => Day) => void
}

const HOURS = 24

/** The hours of work, how far a patch may stray, and the air. */
export function SkyLines({ day, errors, edit }: Props) {
  const put = (change: Partial<Day>) => edit((d) => ({ ...d, ...change }))
  const tolerance = tolerances.find((one) => Math.abs(one.stops - day.tolerance) < 0.01)
  return (
    <p className="lines">
      Work goes from{' '}
      <LiveTime
        label="Work begins"
        value={day.from}
        error={errors['/from']}
        onCommit={(from) => put({ from })}
      />{' '}
      to{' '}
      <LiveTime
        label="Work ends"
        value={day.until}
        error={errors['/until']}
        onCommit={(until) => put({ until })}
      />
      . The air is{' '}
      <LiveChoice
        label="Haze"
        value={day.haze}
        choices={hazes}
        tint="ambient"
        onChoose={(haze) => put({ haze })}
      />
      . A patch may stray{' '}
      <LiveChoice
        label="Tolerance of the ladder"
        value={tolerance?.id ?? 'third'}
        choices={tolerances}
        onChoose={(id) => put({ tolerance: tolerances.find((one) => one.id === id)!.stops })}
      />
      .
    </p>
  )
}

/** Cloud by the hour: by hand, from the simulated forecast, or from a file. */
export function CloudLines({ day, errors, edit, seed }: Props & { seed: number }) {
  const put = (clouds: number[], clouds_from: Day['clouds_from']) =>
    edit((d) => ({ ...d, clouds, clouds_from }))
  const simulate = useMutation({
    mutationFn: () => need(client.GET('/api/clouds/simulated', { params: { query: { seed } } })),
    onSuccess: (clouds) => put(clouds, 'simulated'),
  })
  const read = useMutation({
    mutationFn: async (file: File) => {
      const text = await file.text()
      return need<number[]>(
        client.POST('/api/clouds/read', {
          body: text,
          bodySerializer: (body) => body,
          headers: { 'Content-Type': 'text/csv' },
        }),
      )
    },
    onSuccess: (clouds) => put(clouds, 'file'),
  })
  const first = Math.min(20, Math.floor(Number(day.from.split(':')[0])))
  const last = Math.max(first + 1, Math.min(HOURS - 1, Number(day.until.split(':')[0]) || HOURS - 1))
  const shown = Array.from({ length: last - first + 1 }, (_, index) => first + index)
  const cover = (hour: number) => day.clouds[hour] ?? day.clouds.at(-1) ?? 0
  const set = (hour: number, share: number) => {
    const length = Math.max(day.clouds.length, HOURS)
    put(
      Array.from({ length }, (_, index) => (index === hour ? share : cover(index))),
      'hand',
    )
  }
  const trouble = simulate.error ?? read.error
  return (
    <>
      <p className="small">Cloud, {cloudSources[day.clouds_from]}:</p>
      <ul className="points">
        {shown.map((hour) => (
          <li key={hour}>
            {hour} h{' '}
            <LiveNumber
              label={`Cloud at ${hour} h`}
              value={Math.round(cover(hour) * 100)}
              unit="%"
              step={10}
              digits={0}
              tint="ambient"
              error={errors[`/clouds/${hour}`]}
              onCommit={(share) => set(hour, share / 100)}
            />
          </li>
        ))}
      </ul>
      <p className="does">
        <Push onPress={() => simulate.mutate()} isDisabled={simulate.isPending}>
          {simulate.isPending ? 'Asking …' : 'Ask the simulated forecast'}
        </Push>
        <FileTrigger
          acceptedFileTypes={['text/csv', '.csv']}
          onSelect={(files) => files?.[0] && read.mutate(files[0])}
        >
          <Push>{read.isPending ? 'Reading …' : 'Read a CSV file'}</Push>
        </FileTrigger>
        <Push onPress={() => put([], 'hand')} isDisabled={day.clouds.length === 0}>
          Clear sky
        </Push>
      </p>
      {trouble && <Trouble>{words(trouble)}</Trouble>}
    </>
  )
}
