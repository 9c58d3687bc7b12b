import { useQuery } from '@tanstack/react-query'
import { marksQuery } from '../api/queries'
import type { Settings } from '../api/types'
import { LiveChoice } from '../ui/LiveChoice'
import { choicesOf } from '../ui/choices'

type Habits = Settings['house']['habits']
type Start = Habits['start']

const starts = choicesOf<Start['from']>({
  light: 'as the light asks',
  marks: 'from an ISO and a shutter of our own',
  room: 'from the room, flash added to it',
  shutter: 'where they stand, only the shutter follows',
})
const dials = choicesOf<Habits['follow'][number]>({
  shutter: 'shutter',
  power: 'power',
  iso: 'ISO',
  aperture: 'aperture',
})
const places = ['first', 'second', 'third', 'fourth']
/** ISO 400 and 1/200, where nothing else was said. */
const OWN: Start = { from: 'marks', iso: 12, shutter: 46 }

type Props = {
  habits: Habits
  error: (field: string) => string | undefined
  onPut: (change: Partial<Habits>) => void
}

/** From where the studio turns its dials, and in which order they follow the light. */
export function HabitLines({ habits, error, onPut }: Props) {
  const marks = useQuery(marksQuery).data
  const { start, follow } = habits
  const of = (which: 'iso' | 'shutter') =>
    (marks?.[which] ?? []).map((mark) => ({ id: String(mark.at), name: mark.label }))
  // A dial that is put into another's place takes that one's place in turn.
  const put = (place: number, dial: Habits['follow'][number]) => {
    const from = follow.indexOf(dial)
    const swapped = follow.map((one, index) =>
      index === place ? dial : index === from ? follow[place] : one,
    )
    onPut({ follow: swapped.filter((one) => one !== undefined) })
  }
  return (
    <>
      <div className="line">
        <LiveChoice
          row
          label="Dials begin"
          value={start.from}
          choices={starts}
          onChoose={(from) => onPut({ start: from === 'marks' ? OWN : { from } })}
        />
      </div>
      {start.from === 'marks' && (
        <>
          <div className="line">
            <LiveChoice
              row
              label="Starting ISO"
              value={String(start.iso)}
              choices={of('iso')}
              error={error('/house/habits/start/iso')}
              onChoose={(iso) => onPut({ start: { ...start, iso: Number(iso) } })}
            />
          </div>
          <div className="line">
            <LiveChoice
              row
              label="Starting shutter"
              value={String(start.shutter)}
              choices={of('shutter')}
              error={error('/house/habits/start/shutter')}
              onChoose={(shutter) => onPut({ start: { ...start, shutter: Number(shutter) } })}
            />
          </div>
        </>
      )}
      {follow.map((dial, place) => (
        <div className="line" key={places[place]}>
          <LiveChoice
            row
            label={`Follows the light ${places[place]}`}
            value={dial}
            choices={dials}
            error={error(`/house/habits/follow/${place}`)}
            onChoose={(chosen) => put(place, chosen)}
          />
        </div>
      ))}
    </>
  )
}
