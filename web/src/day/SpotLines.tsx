import { produce } from 'immer'
import { useQuery } from '@tanstack/react-query'
import { X } from 'lucide-react'
import { startsQuery } from '../api/queries'
import type { Day, Spot, Surroundings } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveNumber, LiveText } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Latch, Push, QuietPush } from '../ui/Push'
import { surroundings } from './choices'
import { HorizonLines } from './PlaceLines'

type Props = {
  day: Day
  errors: Record<string, string>
  edit: (by: (day: Day) => Day) => void
}

/** A spot of an id and a name no other has yet. */
const anotherSpot = (first: Spot, spots: Spot[]): Spot => {
  let number = spots.length + 1
  while (spots.some((spot) => spot.id === `spot-${number}`)) number++
  return { ...first, id: `spot-${number}`, name: `Spot ${number}` }
}

/** Where one stands in the place: each spot with its ground, what it sees of the sky, and which way one faces. */
export function SpotLines({ day, errors, edit }: Props) {
  const { spots } = day.place
  const first = useQuery(startsQuery).data?.day.place.spots[0]
  const putAll = (next: Spot[]) => edit(produce((d) => void (d.place.spots = next)))
  return (
    <>
      {spots.map((spot, index) => (
        <SpotLine
          key={spot.id}
          spot={spot}
          at={`/place/spots/${index}`}
          errors={errors}
          onPut={(change) => putAll(spots.map((one, i) => (i === index ? { ...one, ...change } : one)))}
          onRemove={() => putAll(spots.filter((_, i) => i !== index))}
        />
      ))}
      {spots.length === 0 && <p>No spot yet. A setup is made at a spot: add where one stands.</p>}
      <Push isDisabled={!first} onPress={() => first && putAll([...spots, anotherSpot(first, spots)])}>
        Add a spot
      </Push>
    </>
  )
}

type LineProps = {
  spot: Spot
  at: string
  errors: Record<string, string>
  onPut: (change: Partial<Spot>) => void
  onRemove: () => void
}

function SpotLine({ spot, at, errors, onPut, onRemove }: LineProps) {
  const { surroundings: around } = spot
  const starts = useQuery(startsQuery).data
  const name = spot.name
  const per = (label: string, value: number, field: 'sky' | 'ground') => (
    <LiveNumber
      label={`${name}: ${label}`}
      value={Math.round(value * 100)}
      unit="%"
      step={5}
      digits={0}
      error={errors[`${at}/${field}`]}
      onCommit={(value) => onPut({ [field]: value / 100 })}
    />
  )
  const bearing = (label: string, field: 'subject_faces' | 'camera_looks') => (
    <LiveNumber
      label={`${name}: ${label}`}
      value={spot[field]}
      unit="°"
      step={5}
      digits={0}
      error={errors[`${at}/${field}`]}
      onCommit={(value) => onPut({ [field]: value === null ? value : ((value % 360) + 360) % 360 })}
    />
  )
  return (
    <div role="group" className="spot" aria-label={name} data-spot={spot.id}>
      <p className="lines">
        <LiveText
          label={`${name}: name of the spot`}
          value={name}
          wide
          error={errors[`${at}/name`]}
          onCommit={(next) => onPut({ name: next })}
        />{' '}
        <LiveChoice
          label={`${name}: surroundings`}
          value={around.kind}
          choices={surroundings}
          onChoose={(kind) => {
            const begins = starts?.surroundings.find((one) => one.kind === kind)
            if (begins) onPut({ surroundings: begins })
          }}
        />
        <Within spot={spot} at={at} errors={errors} onPut={(next) => onPut({ surroundings: next })} />. The
        subject faces {bearing('subject faces', 'subject_faces')}, the camera looks{' '}
        {bearing('camera looks', 'camera_looks')} (0 is north, 90 east). It sees{' '}
        {per('share of the sky', spot.sky, 'sky')} of the sky; the ground sends back{' '}
        {per('ground', spot.ground, 'ground')}. Walk from the kit:{' '}
        <LiveNumber
          label={`${name}: walk`}
          value={spot.walk}
          unit="min"
          digits={0}
          error={errors[`${at}/walk`]}
          onCommit={(walk) => onPut({ walk: walk })}
        />
        .
      </p>
      <p className="does">
        <Latch
          isSelected={spot.by_water}
          onChange={(by_water) => onPut({ by_water })}
          aria-label={`${name}: beside water`}
        >
          Beside water
        </Latch>
        <Latch
          isSelected={!!spot.lamps}
          isDisabled={!starts}
          onChange={(on) => onPut({ lamps: on && starts ? starts.lamps : null })}
          aria-label={`${name}: lamps`}
        >
          Lamps
        </Latch>
        <Latch
          isSelected={!!spot.horizon}
          isDisabled={!starts}
          onChange={(on) => onPut({ horizon: on && starts ? starts.skyline : null })}
          aria-label={`${name}: own skyline`}
        >
          Own skyline
        </Latch>
        <QuietPush onPress={onRemove} aria-label={`Delete ${name}`}>
          <X size={16} aria-hidden />
        </QuietPush>
      </p>
      {spot.lamps && <Lamps spot={spot} lamps={spot.lamps} at={at} errors={errors} onPut={onPut} />}
      {spot.horizon && (
        <HorizonLines
          title={`Skyline of ${name}`}
          points={spot.horizon}
          at={`${at}/horizon`}
          errors={errors}
          onPut={(horizon) => onPut({ horizon })}
        />
      )}
    </div>
  )
}

function Lamps({
  spot,
  lamps,
  at,
  errors,
  onPut,
}: Omit<LineProps, 'onRemove'> & { lamps: NonNullable<Spot['lamps']> }) {
  return (
    <p className="lines">
      Lamps that burn all the while meter EV{' '}
      <LiveNumber
        label={`${spot.name}: lamps, EV`}
        value={lamps.level}
        step={1 / 3}
        tint="ambient"
        error={errors[`${at}/lamps/level`]}
        onCommit={(level) => onPut({ lamps: { ...lamps, level: level } })}
      />{' '}
      at{' '}
      <LiveNumber
        label={`${spot.name}: lamps, kelvin`}
        value={lamps.kelvin}
        unit="K"
        step={50}
        digits={0}
        error={errors[`${at}/lamps/kelvin`]}
        onCommit={(kelvin) => onPut({ lamps: { ...lamps, kelvin: kelvin } })}
      />
      .
    </p>
  )
}

type WithinProps = {
  spot: Spot
  at: string
  errors: Record<string, string>
  onPut: (next: Surroundings) => void
}

function Within({ spot, at, errors, onPut }: WithinProps) {
  const around = spot.surroundings
  if (around.kind === 'overhang') {
    return (
      <>
        , its edge{' '}
        <LiveNumber
          label={`${spot.name}: height of the roof’s edge`}
          value={around.edge}
          unit="°"
          step={5}
          digits={0}
          error={errors[`${at}/surroundings/edge`]}
          ofWhole={errors[`${at}/surroundings`]}
          onCommit={(edge) => onPut({ ...around, edge: edge })}
        />{' '}
        high
      </>
    )
  }
  if (around.kind === 'leaves') {
    return (
      <>
        , through which{' '}
        <LiveNumber
          label={`${spot.name}: share of the sun through the leaves`}
          value={Math.round(around.open * 100)}
          unit="%"
          step={5}
          digits={0}
          error={errors[`${at}/surroundings/open`]}
          ofWhole={errors[`${at}/surroundings`]}
          onCommit={(open) => onPut({ ...around, open: open / 100 })}
        />{' '}
        of the sun comes
      </>
    )
  }
  if (around.kind !== 'window') return null
  const side = (label: string, field: 'width' | 'height' | 'distance') => (
    <Distance
      label={`${spot.name}: ${label}`}
      value={around[field]}
      error={errors[`${at}/surroundings/${field}`]}
      ofWhole={errors[`${at}/surroundings`]}
      onCommit={(value) => onPut({ ...around, [field]: value })}
    />
  )
  return (
    <>
      {' '}
      {side('width of the window', 'width')} by {side('height of the window', 'height')},{' '}
      {side('distance from the window', 'distance')} away
    </>
  )
}
