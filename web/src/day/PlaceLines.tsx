import { produce } from 'immer'
import { useMutation } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { X } from 'lucide-react'
import { ApiProblem, client, need, words } from '../api/client'
import type { Day, HorizonPoint, SitePlace } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveNumber, LiveText } from '../ui/Field'
import { Trouble } from '../ui/Trouble'
import { Push, QuietPush } from '../ui/Push'
import { TownSearch } from './TownSearch'

type Point = { latitude: number; longitude: number }

/** The zone of a point, from the server. */
const zoneOf = async (point: Point) =>
  (await need(client.GET('/api/zone', { params: { query: point } }))).zone

/** Where the browser says it is. */
const here = () =>
  new Promise<Point>((found, failed) => {
    if (!navigator.geolocation)
      failed(new Error('This browser does not tell where it is. Type a town or coordinates.'))
    else
      navigator.geolocation.getCurrentPosition(
        ({ coords }) =>
          found({
            latitude: Math.round(coords.latitude * 1e4) / 1e4,
            longitude: Math.round(coords.longitude * 1e4) / 1e4,
          }),
        () => failed(new Error('The browser did not say where it is. Type a town or coordinates.')),
        { timeout: 10_000 },
      )
  })

/** A place that was found. */
export type Found = Pick<SitePlace, 'name' | 'latitude' | 'longitude' | 'zone'>

type FindProps = {
  named?: string
  onPlace: (place: Found) => void
}

/** Finds where the job is: by a town's name, or where the browser is. */
export function FindPlace({ named, onPlace }: FindProps) {
  const locate = useMutation({
    mutationFn: async () => {
      const point = await here()
      return { ...point, zone: await zoneOf(point) }
    },
    onSuccess: (point) => onPlace({ ...point, name: named || 'Here' }),
  })
  return (
    <>
      <p>
        <TownSearch
          onFind={({ name, latitude, longitude, zone }) => onPlace({ name, latitude, longitude, zone })}
        />{' '}
        or{' '}
        <Push onPress={() => locate.mutate()} isDisabled={locate.isPending}>
          {locate.isPending ? 'Asking the browser …' : 'Where I am'}
        </Push>
      </p>
      {locate.error && (
        <Trouble>{locate.error.message === '' ? words(locate.error) : locate.error.message}</Trouble>
      )}
    </>
  )
}

/** Puts the job on coordinates that are typed. */
export function ByCoordinates({ named, onPlace }: FindProps) {
  const [point, setPoint] = useState<{ latitude: number | null; longitude: number | null }>({
    latitude: null,
    longitude: null,
  })
  const put = useMutation({
    mutationFn: async () => {
      const typed = { latitude: point.latitude ?? NaN, longitude: point.longitude ?? NaN }
      return { ...typed, zone: await zoneOf(typed) }
    },
    onSuccess: (found) => onPlace({ ...found, name: named || 'Here' }),
  })
  const fields = put.error instanceof ApiProblem ? put.error.problem.errors : []
  const error = (field: string) => fields.find((one) => one.field === field)?.detail
  const known = point.latitude !== null && point.longitude !== null
  return (
    <>
      <p className="lines">
        Or at{' '}
        <LiveNumber
          label="Latitude, north positive"
          value={point.latitude}
          unit="°"
          digits={4}
          error={error('/latitude')}
          onCommit={(latitude) => setPoint((now) => ({ ...now, latitude }))}
        />{' '}
        north,{' '}
        <LiveNumber
          label="Longitude, east positive"
          value={point.longitude}
          unit="°"
          digits={4}
          error={error('/longitude')}
          onCommit={(longitude) => setPoint((now) => ({ ...now, longitude }))}
        />{' '}
        east.{' '}
        <Push onPress={() => put.mutate()} isDisabled={!known || put.isPending}>
          Put it there
        </Push>
      </p>
      {put.error && fields.length === 0 && <Trouble>{words(put.error)}</Trouble>}
    </>
  )
}

type Props = {
  day: Day
  errors: Record<string, string>
  edit: (by: (day: Day) => Day) => void
}

/** Name, coordinates, height and zone of the place; each can be typed. */
export function PlaceLines({ day, errors, edit }: Props) {
  const { place } = day
  const put = (change: Partial<SitePlace>) => edit(produce((d) => void Object.assign(d.place, change)))
  // A place put elsewhere has the clocks of there.
  const moveTo = useMutation({
    mutationFn: async (point: Point) => ({ ...point, zone: await zoneOf(point) }),
    onSuccess: (moved) => put(moved),
    onError: (_, point) => put(point),
  })
  return (
    <>
      <p className="lines">
        <LiveText
          label="Name of the place"
          value={place.name}
          wide
          error={errors['/place/name']}
          onCommit={(name) => put({ name })}
        />{' '}
        at{' '}
        <LiveNumber
          label="Latitude, north positive"
          value={place.latitude}
          unit="°"
          step={0.01}
          digits={4}
          error={errors['/place/latitude']}
          onCommit={(latitude) => moveTo.mutate({ latitude: latitude, longitude: place.longitude })}
        />{' '}
        <LiveNumber
          label="Longitude, east positive"
          value={place.longitude}
          unit="°"
          step={0.01}
          digits={4}
          error={errors['/place/longitude']}
          onCommit={(longitude) => moveTo.mutate({ latitude: place.latitude, longitude: longitude })}
        />
        ,{' '}
        <Distance
          label="Height above the sea"
          value={place.height}
          step={5}
          digits={0}
          error={errors['/place/height']}
          onCommit={(height) => put({ height: height })}
        />{' '}
        high, clocks of{' '}
        <LiveText
          label="Time zone"
          value={place.zone}
          wide
          error={errors['/place/zone']}
          onCommit={(zone) => put({ zone })}
        />
      </p>
      <FindPlace named={place.name} onPlace={(found) => put(found)} />
    </>
  )
}

type HorizonProps = {
  title: string
  points: HorizonPoint[]
  at: string
  errors: Record<string, string>
  onPut: (points: HorizonPoint[]) => void
}

/** A skyline, point by point. */
export function HorizonLines({ title, points, at, errors, onPut }: HorizonProps) {
  const put = (index: number, change: Partial<HorizonPoint>) =>
    onPut(points.map((point, i) => (i === index ? { ...point, ...change } : point)))
  const latest = useRef(points)
  useEffect(() => {
    latest.current = points
  }, [points])
  const more = useMutation({
    mutationFn: async () => {
      // What was typed meanwhile is not overwritten: the question is asked again.
      for (;;) {
        const sent = latest.current
        const answer = await need(client.POST('/api/skyline/point', { body: sent }))
        if (latest.current === sent) return answer
      }
    },
    onSuccess: onPut,
  })
  return (
    <div role="group" aria-label={title}>
      <p className="small">
        {title}: {points.length === 0 ? 'level all round.' : 'towards, how high.'}
      </p>
      {errors[at] && <Trouble>{errors[at]}</Trouble>}
      {more.error && <Trouble>{words(more.error)}</Trouble>}
      <ul className="points">
        {points.map((point, index) => (
          <li key={index}>
            <LiveNumber
              label={`${title}: bearing ${index + 1}`}
              value={point.bearing}
              unit="°"
              step={5}
              digits={0}
              error={errors[`${at}/${index}/bearing`]}
              onCommit={(bearing) => put(index, { bearing: bearing })}
            />
            :{' '}
            <LiveNumber
              label={`${title}: height ${index + 1}`}
              value={point.altitude}
              unit="°"
              step={1}
              digits={1}
              error={errors[`${at}/${index}/altitude`]}
              onCommit={(altitude) => put(index, { altitude: altitude })}
            />
            <QuietPush
              aria-label={`${title}: delete point ${index + 1}`}
              onPress={() => onPut(points.length <= 2 ? [] : points.filter((_, i) => i !== index))}
            >
              <X size={14} aria-hidden />
            </QuietPush>
          </li>
        ))}
      </ul>
      <Push onPress={() => more.mutate()} isDisabled={more.isPending} aria-label={`${title}: add a point`}>
        Add a point
      </Push>
    </div>
  )
}
