import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import styled from 'styled-components'
import { words } from '../api/client'
import type { CameraModes, JobCard, PaperShape } from '../api/types'
import { dayQuery, jobQuery, settingsQuery } from '../api/queries'
import { save } from '../ui/save'
import { Choices } from '../ui/Choices'
import { PageHead } from '../ui/PageHead'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { useNotice } from '../ui/Notices'
import { useTitle } from '../ui/useTitle'
import { Spoken } from '../ui/voice'
import { cardQuery } from './cardQuery'
import { JobSheet } from './JobSheet'
import { OwnSheet } from './OwnSheet'
import { live } from './live'
import { OwnMeter } from './OwnMeter'
import { modesOf, pictures } from './pictures'
import { sheet } from './sheet'
import { useTicks } from './useTicks'

const Head = styled(PageHead)`
  @media print {
    display: none;
  }
`
const shapes: { id: PaperShape; name: string }[] = [
  { id: 'a4', name: 'A4' },
  { id: 'letter', name: 'Letter' },
  { id: 'pocket', name: 'A4 folded for the pocket' },
]

const Page = styled.div`
  max-width: 1020px;
  margin: 0 auto;
  padding: 8px 20px 0;
  ${sheet}
  .printed {
    display: none;
    font-size: 21px;
  }
  @media print {
    padding: 0;
    .printed {
      display: block;
    }
  }
  @media (max-width: 760px) {
    padding: 6px 12px 0;
  }
`

/** The card of one setup out of that of its job: without what all of them pack. */
const ofOne = (card: JobCard, id: string): JobCard => ({
  ...card,
  setups: card.setups.filter((one) => one.id === id),
  off: card.off.filter((one) => one.id === id),
  packing: [],
  there: [],
})

/** A job's field card: on a phone held in one hand, to be printed, and saved as one file that needs nothing else. */
export default function CardPage() {
  const { id = '' } = useParams()
  const told = useQuery(cardQuery(id))
  const day = useQuery({ ...dayQuery(id), enabled: told.data?.place != null })
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const [trouble, setTrouble] = useState<string | null>(null)
  const page = useRef<HTMLDivElement>(null)
  const [asked] = useSearchParams()
  const only = asked.get('only')
  const card = useMemo(() => told.data && (only ? ofOne(told.data, only) : told.data), [told.data, only])
  const job = useQuery(jobQuery(id)).data
  const ready = !!card && !!job
  const say = useNotice()
  useTitle(card && `Card of ${card.job.name}`)
  const spots = useMemo(
    () => new Map(day.data?.day?.place.spots.map((spot) => [spot.id, spot.name]) ?? []),
    [day.data],
  )
  const [seen, setSeen] = useState<ReadonlyMap<string, string>>(new Map())
  const [modes, setModes] = useState<ReadonlyMap<string, CameraModes>>(new Map())
  const putModes = (setup: string, told: CameraModes) =>
    setModes((before) => new Map(before).set(setup, told))
  const tellModes = async (setup: string) => {
    const told = await modesOf(setup).catch(() => null)
    if (told) putModes(setup, told)
  }
  const [all, setAll] = useState(false)
  const [setting, setSetting] = useState(false)
  const setups = card?.setups
  useEffect(() => {
    if (!setups) return
    const stop = new AbortController()
    void pictures(
      setups.map((one) => one.id),
      stop.signal,
      {
        onPicture: (setup, address) => setSeen((before) => new Map(before).set(setup, address)),
        onModes: putModes,
      },
    ).then(() => !stop.signal.aborted && setAll(true))
    return () => stop.abort()
  }, [setups])
  useEffect(() => (ready && page.current ? live(page.current, null) : undefined), [ready, card])
  const ticks = useTicks(id, page, ready && card)
  const untick = () => {
    const lines = ticks.lines
    const all = (ticked: boolean) => ticks.put(Object.fromEntries(lines.map((line) => [line, ticked])))
    all(false)
    say('Every tick is taken away.', { label: 'Put them back', run: () => all(true) })
  }
  // What a body's meter is known to show is in every setup with that body.
  const again = () => setups?.forEach(({ id }) => void tellModes(id))
  const meter = (setup: string, modes: CameraModes) => (
    <OwnMeter setup={setup} modes={modes} onChanged={again} />
  )
  const asFile = async () => {
    if (!card) return
    setTrouble(null)
    try {
      const { cardFile } = await import('./file')
      const text = cardFile({ card, spots, clock, pictures: seen, modes })
      save(new Blob([text], { type: 'text/html' }), `${card.job.name} card.html`)
    } catch (error) {
      setTrouble(words(error))
    }
  }
  const asPdf = async (shape: PaperShape) => {
    if (!card || !page.current) return
    setTrouble(null)
    setSetting(true)
    try {
      const { cardOnPaper } = await import('./onPaper')
      save(await cardOnPaper(page.current, card.job.name, shape), `${card.job.name} card.pdf`)
    } catch (error) {
      setTrouble(words(error))
    }
    setSetting(false)
  }
  return (
    <>
      <Head>
        <h1>{card ? `Card of ${card.job.name}` : 'Card'}</h1>
        <Link to="/">Jobs</Link>
        {only && <Link to={`/jobs/${id}/card`}>The whole job</Link>}
        {card && (
          <span className="end">
            {!all && <Spoken as="span">Pictures are being made …</Spoken>}
            {ticks.lines.length > 0 && <Push onPress={untick}>Untick all</Push>}
            <Push onPress={() => void asFile()}>Save as one file</Push>
            <Choices
              label={setting ? 'Setting it …' : 'PDF …'}
              of={shapes}
              onChoose={(one) => void asPdf(one.id)}
            />
            <Push onPress={() => window.print()}>Print</Push>
          </span>
        )}
      </Head>
      <Page ref={page}>
        {told.isPending && <Spoken>Working out the card …</Spoken>}
        {told.error && <Trouble>{words(told.error)}</Trouble>}
        {trouble && <Trouble>{trouble}</Trouble>}
        {card && card.setups.length + card.off.length === 0 && (
          <p className="said">This job has no setup yet: its card is empty.</p>
        )}
        {card && (
          <p className="printed">
            <b>{card.job.name}</b>
          </p>
        )}
        {card && only && (
          <JobSheet card={card} spots={spots} clock={clock} pictures={seen} modes={modes} meter={meter} />
        )}
        {card && job && !only && (
          <OwnSheet
            job={job}
            card={card}
            spots={spots}
            clock={clock}
            pictures={seen}
            modes={modes}
            meter={meter}
          />
        )}
      </Page>
    </>
  )
}
