import type { ReactNode } from 'react'
import type { CameraModes, Settings, SetupCard } from '../api/types'
import { Drawing, Patterns } from '../set/drawing/Drawing'
import { onPaper } from '../set/drawing/inks'
import { projection } from '../set/drawing/projection'
import { standbyWords } from '../words/standby'
import { turnsSaid } from '../words/turns'
import { clockTime, inClock } from '../words/units'
import { dateWords } from './dateWords'
import { LeftToCamera } from './LeftToCamera'
import { Lines } from './Lines'

type Clock = Settings['clock']
type Dial = SetupCard['assessment']['dials'][number]

/** What a dial is known by on the card and in its ladder. */
const dialKey = ({ dial, light }: Dial['id']) => (light ? `${dial}-${light}` : dial)

/** Which light a dial moves: the shutter the ambient alone, a power one flash, all others both. */
const moves = { shutter: 'ambient', power: 'flash', iso: '', aperture: '', nd: '', kelvin: '' } as const

function Dials({ card }: { card: SetupCard }) {
  const set = card.assessment.dials.filter(({ id, label }) => id.dial !== 'nd' || label !== 'none')
  // The camera's first: they stand two in a row on a phone, a light has a row of its own.
  const shown = [...set.filter(({ id }) => !id.light), ...set.filter(({ id }) => id.light)]
  const mark = (light: string | null | undefined) =>
    card.layout.things.find(
      ({ what }) => what.thing === 'light' && light != null && card.setup.lights[what.index]?.id === light,
    )?.mark
  return (
    <dl className="dials">
      {shown.map((dial) => {
        const letter = mark(dial.id.light)
        const kinds = [moves[dial.id.dial], dial.id.light ? 'wide' : ''].filter(Boolean).join(' ')
        return (
          <div
            key={dialKey(dial.id)}
            className={kinds || undefined}
            data-dial={dialKey(dial.id)}
            data-planned={dial.label}
          >
            <dt>{letter ? `${letter}: ${dial.name}` : dial.name}</dt>
            <dd>
              <span data-at>{dial.label}</span>
              <small>{dial.also ?? (dial.held ? 'held' : '')}</small>
            </dd>
          </div>
        )
      })}
    </dl>
  )
}

function Ladder({ ladder, clock }: { ladder: NonNullable<SetupCard['ladder']>; clock: Clock }) {
  return (
    <>
      <h3>The ladder, by the clock</h3>
      <table className="ladder">
        <tbody>
          {ladder.rungs.map((rung) => (
            <tr key={rung.minute} data-rung>
              <th scope="row">{clockTime(rung.clock, clock)}</th>
              <td>
                {turnsSaid(rung.turns)}
                {!rung.kept && <div className="quiet">no longer as planned</div>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {ladder.warnings.length > 0 && (
        <ul className="plain">
          {ladder.warnings.map((warning) => (
            <li key={warning.text}>{inClock(warning.text, clock)}</li>
          ))}
        </ul>
      )}
    </>
  )
}

/** Pixels of the drawing across. */
const WIDE = 560

function SetSeen({ card, picture }: { card: SetupCard; picture: string | null }) {
  const { layout, assessment, setup } = card
  const [near = 0, far = 1] = layout.extent.y
  const plan = projection('plan', layout.extent, WIDE / (far - near))
  return (
    <div className="seen">
      {picture && <img src={picture} alt={`How ${setup.name} will look, simulated`} />}
      <svg
        xmlns="http://www.w3.org/2000/svg"
        viewBox={`0 0 ${plan.width} ${plan.height}`}
        role="img"
        aria-label={`The set of ${setup.name} from above; the camera looks to the right`}
      >
        <Patterns inks={onPaper} />
        <rect width={plan.width} height={plan.height} fill="#ffffff" />
        <Drawing p={plan} inks={onPaper} layout={layout} assessment={assessment} chosen={null} />
      </svg>
    </div>
  )
}

const STANDS = new Set(['light', 'card', 'pane', 'camera', 'person', 'thing'])

type Props = {
  card: SetupCard
  /** Its number in shooting order, with a letter where it stands by. */
  number: string
  date: string
  spot: string | null
  clock: Clock
  /** Its picture's address; none before there is one. */
  picture: string | null
  /** What may be left to the camera; none before it is known. */
  modes: CameraModes | null
  /** Where what the body's meter shows is told; not on what is taken along. */
  meter?: (setup: string, modes: CameraModes) => ReactNode
}

/** One setup, as it is wanted in the hand: dials first, then when to turn which, what stands where, and what to tick. */
export function Plate({ card, number, date, spot, clock, picture, modes, meter }: Props) {
  const { setup, assessment, ladder } = card
  const rungs = ladder?.rungs.map((rung) => ({
    minute: rung.minute,
    clock: clockTime(rung.clock, clock),
    text: turnsSaid(rung.turns),
    turns: rung.turns.map(({ dial, to }) => [dialKey(dial), to]),
  }))
  const stands = card.layout.things.filter(({ what }) => STANDS.has(what.thing))
  const live = rungs
    ? {
        'data-ladder': JSON.stringify(rungs),
        'data-until': ladder?.until,
        'data-date': date,
        'data-said': dateWords(date),
        'data-clock-of': clock,
      }
    : {}
  return (
    <section className="plate" id={card.id} aria-labelledby={`name-${card.id}`} {...live}>
      <header>
        <h2 id={`name-${card.id}`}>
          {number}. {setup.name}
        </h2>
        {setup.slot && (
          <span className="when">
            {clockTime(setup.slot.time, clock)}
            {spot ? `, ${spot}` : ''}
          </span>
        )}
        {setup.standby && <span className="when">{standbyWords(setup.standby)}</span>}
      </header>
      {ladder && (
        <p className="now" role="timer" aria-live="off" hidden>
          <b data-clock /> <span data-next />
        </p>
      )}
      <Dials card={card} />
      <p className="said">{assessment.headline}</p>
      {card.binds.length > 0 && (
        <div className="binds">
          {card.binds.map((bind) => (
            <div key={bind.text}>
              <p className="said">{bind.text}</p>
              <ul className="plain">
                {bind.ways_out.map((way) => (
                  <li key={way.text}>
                    {way.text} <span className="quiet">{way.price}</span>
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </div>
      )}
      {ladder?.apart && (
        <div className="binds">
          <p>{ladder.apart.text}</p>
        </div>
      )}
      {ladder && <Ladder ladder={ladder} clock={clock} />}
      <h3>Where everything stands</h3>
      <SetSeen card={card} picture={picture} />
      <dl className="stands">
        {stands.map((thing, index) => (
          <div key={index} style={{ display: 'contents' }}>
            <dt>{thing.mark ?? '·'}</dt>
            <dd>
              {thing.name}: {thing.place}
            </dd>
          </div>
        ))}
      </dl>
      {(card.cures.length > 0 || card.second_frame) && (
        <>
          <h3>What shows in the glass</h3>
          <ul className="plain">
            {card.cures.map((cure) => (
              <li key={cure.text}>{cure.text}</li>
            ))}
            {card.second_frame && <li>{card.second_frame}</li>}
          </ul>
        </>
      )}
      <div className="halves">
        <Lines
          title={`Put up: about ${card.build.minutes} minutes, a guess, ${card.build.hands === 1 ? 'one person' : `${card.build.hands} people`}`}
          of={card.id}
          lines={card.build.lines}
        />
        <Lines title="Before the first frame" of={card.id} lines={card.before} />
        <Lines title="Test in this order" of={card.id} lines={card.tests} />
        {card.series.length > 0 && <Lines title="Series" of={card.id} lines={card.series} />}
        {modes && <LeftToCamera modes={modes}>{meter?.(card.id, modes)}</LeftToCamera>}
        {assessment.cautions.length > 0 && (
          <div>
            <h3>Mind</h3>
            <ul className="plain">
              {assessment.cautions.map((caution) => (
                <li key={caution.text}>{caution.text}</li>
              ))}
            </ul>
          </div>
        )}
      </div>
      {setup.note && (
        <>
          <h3>Note</h3>
          <p>{setup.note}</p>
        </>
      )}
    </section>
  )
}
