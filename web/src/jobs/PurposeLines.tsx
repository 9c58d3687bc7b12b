import type { Brief } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Several } from '../ui/Several'
import { choicesOf } from '../ui/choices'

type Purpose = Brief['purpose']
type Shown = Purpose['shown']
type Rule = keyof Brief['venue']

const places = choicesOf<Shown['on']>({
  anywhere: 'for nothing in particular',
  screen: 'to be seen whole, on a screen or a page',
  web: 'for the web',
  print: 'for print',
  pixels: 'to be looked at pixel by pixel',
})
const shapes = choicesOf<Purpose['shape']>({
  sensor: 'as the sensor is',
  three_two: '3:2',
  five_four: '5:4',
  square: 'square',
  sixteen_nine: '16:9',
})
const rules = choicesOf<Rule>({
  tripod: 'tripods',
  stands: 'stands',
  flash: 'flash',
  bounce: 'bouncing',
  sound: 'the shutter’s sound',
})
/** Whether nothing is said of what the pictures are for, and nothing is forbidden. */
export const isPlain = ({ purpose, venue }: Brief) =>
  purpose.shown.on === 'anywhere' && purpose.shape === 'sensor' && Object.values(venue).every(Boolean)

/** What each place begins with. */
const begins = (on: Shown['on']): Shown => {
  switch (on) {
    case 'web':
      return { on, pixels: 1600 }
    case 'print':
      return { on, side: 0.45, viewed_from: 0.6 }
    default:
      return { on }
  }
}

type Props = {
  name: string
  brief: Brief
  errors: Record<string, string>
  onPut: (change: Partial<Brief>) => void
}

/** What a job's pictures are for, and what its venue forbids. */
export function PurposeLines({ name, brief, errors, onPut }: Props) {
  const { purpose, venue } = brief
  const { shown } = purpose
  const show = (shown: Shown) => onPut({ purpose: { ...purpose, shown } })
  return (
    <p className="lines">
      Pictures{' '}
      <LiveChoice
        label="What the pictures are for"
        value={shown.on}
        choices={places}
        onChoose={(on) => show(begins(on))}
      />
      {shown.on === 'web' && (
        <>
          ,{' '}
          <LiveNumber
            label="Long side on the web"
            value={shown.pixels}
            unit="pixels"
            step={100}
            digits={0}
            error={errors['/purpose/shown/pixels']}
            onCommit={(pixels) => show({ ...shown, pixels })}
          />{' '}
          wide
        </>
      )}
      {shown.on === 'print' && (
        <>
          ,{' '}
          <Distance
            label="Long side of the print"
            value={shown.side}
            error={errors['/purpose/shown/side']}
            onCommit={(side) => show({ ...shown, side })}
          />{' '}
          wide, seen from{' '}
          <Distance
            label="Distance the print is seen from"
            value={shown.viewed_from}
            error={errors['/purpose/shown/viewed_from']}
            onCommit={(viewed_from) => show({ ...shown, viewed_from })}
          />
        </>
      )}
      , their shape{' '}
      <LiveChoice
        label="Shape of the pictures"
        value={purpose.shape}
        choices={shapes}
        onChoose={(shape) => onPut({ purpose: { ...purpose, shape } })}
      />
      ; forbidden there:{' '}
      <Several
        label={`Forbidden at the venue of ${name}`}
        chosen={rules.flatMap(({ id }) => (venue[id] ? [] : [id]))}
        choices={rules}
        none="nothing"
        onPut={(id, forbidden) => onPut({ venue: { ...venue, [id]: !forbidden } })}
      />
      .
    </p>
  )
}
