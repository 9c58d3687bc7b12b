import type { ReactNode } from 'react'
import type { CameraModes, CardLine, JobCard, OnList, Settings } from '../api/types'
import { dateWords } from './dateWords'
import { Lines } from './Lines'
import { numbered } from './numbered'
import { Plate } from './Plate'

export type SheetProps = {
  card: JobCard
  spots: ReadonlyMap<string, string>
  clock: Settings['clock']
  /** The address of each setup's picture, where there is one. */
  pictures: ReadonlyMap<string, string>
  /** What of each setup may be left to the camera, where that is known. */
  modes: ReadonlyMap<string, CameraModes>
  /** Where what a setup's body shows by its own meter is told; not on what is taken along. */
  meter?: (setup: string, modes: CameraModes) => ReactNode
  /** Own lines in the program: what stands at the end of one, and where one is added. */
  own?: { end: (line: CardLine) => ReactNode; add: (on: OnList, label: string) => ReactNode }
}

/** A job's card: what to pack, then each setup on a plate of its own, with a bar for the thumb. */
export function JobSheet({ card, spots, clock, pictures, modes, own, meter }: SheetProps) {
  const { job } = card
  const packs = own !== undefined || card.packing.length + card.there.length > 0
  const numbers = numbered(card.setups.map(({ setup }) => setup.standby != null))
  return (
    <>
      <p className="said">
        {[dateWords(job.date), card.place, job.client].filter(Boolean).join(' · ') ||
          'No date and place yet.'}
      </p>
      {card.off.map((off) => (
        <p key={off.id} className="binds">
          {off.name} is not on this card: {off.why}
        </p>
      ))}
      {card.setups.map((one, index) => (
        <Plate
          key={one.id}
          card={one}
          number={numbers[index] ?? ''}
          date={job.date}
          spot={spots.get(one.setup.slot?.spot ?? '') ?? null}
          clock={clock}
          picture={pictures.get(one.id) ?? null}
          modes={modes.get(one.id) ?? null}
          meter={meter}
        />
      ))}
      {packs && (
        <section className="plate" id="pack" aria-labelledby="name-pack">
          <h2 id="name-pack">Pack</h2>
          <div className="halves">
            <Lines title="For all setups together" of="pack" lines={card.packing} end={own?.end}>
              {own?.add('pack', 'One more to pack')}
            </Lines>
            {(card.there.length > 0 || own) && (
              <Lines title="There, before the first frame" of="there" lines={card.there} end={own?.end}>
                {own?.add('there', 'One more to do there')}
              </Lines>
            )}
          </div>
        </section>
      )}
      <nav className="thumb" aria-label="Setups of this card">
        {card.setups.map((one, index) => (
          <a key={one.id} href={`#${one.id}`} aria-label={`${numbers[index]}, ${one.setup.name}`}>
            {numbers[index]}
          </a>
        ))}
        {packs && <a href="#pack">Pack</a>}
      </nav>
    </>
  )
}
