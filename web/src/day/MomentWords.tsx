import { useSaid } from '../words/useSaid'
import { figure } from '../words/figure'
import type { DaySetup, Moment } from '../api/types'
import { stopsLabel } from '../words/stops'
import { span } from './clock'

const NAMES = ['Face', 'Shadow side', 'Edge', 'Legs', 'Background', 'Sky']
/** Where the background stands among them. */
const BACKGROUND = 4

/** Sun and light at the clock's minute, in words and numbers, with how sure they are. */
export function MomentWords({ moment, readings }: { moment: Moment; readings: DaySetup['readings'] }) {
  const { forecast, shadow } = moment
  const said = useSaid()
  const face = forecast?.levels[0]
  const background = forecast?.levels[BACKGROUND]
  const contrast = face && background ? background.ev - face.ev : null
  const odd = readings.filter((reading) => reading.odd)
  const level = (index: number) => {
    const found = forecast?.levels[index]
    return (
      found && (
        <p key={index} data-level={NAMES[index]}>
          {NAMES[index]} <strong>EV {figure(found.ev, 1)}</strong> ± {figure(found.error, 1)}
          {found.reading && (
            <span className="small">
              {' '}
              {found.age < 1 ? 'read then' : `by a reading ${span(found.age)} away`},{' '}
              {stopsLabel(found.difference)} from the model
            </span>
          )}
        </p>
      )
    )
  }
  return (
    <div>
      <p>{said(moment.text)}</p>
      {level(0)}
      {level(BACKGROUND)}
      {moment.by_readings && (
        <p className="small" data-by-readings>
          {said(moment.by_readings)}
        </p>
      )}
      {forecast?.kelvin && (
        <p className="small">
          On the face about {forecast.kelvin} K
          {forecast.background_kelvin ? `, behind about ${forecast.background_kelvin} K` : ''}.
        </p>
      )}
      {contrast !== null && (
        <p className="small">
          {contrast >= 2 ? 'High contrast' : contrast <= -1 ? 'The background is darker' : 'Low contrast'}:{' '}
          {stopsLabel(contrast)}. {Math.round((forecast?.sunlit ?? 0) * 100)} % of the background in sun.
        </p>
      )}
      {shadow && (
        <p className="small">
          Shadows {figure(shadow.lengths, 1)} times as long as the thing, towards {figure(shadow.bearing)}
          °.
        </p>
      )}
      {odd.map((reading) => (
        <p key={reading.reading} className="caution">
          {reading.odd && said(reading.odd)}
        </p>
      ))}
    </div>
  )
}
