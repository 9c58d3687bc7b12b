import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import type { FiredFlash, Press } from '../api/types'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { useNotice } from '../ui/Notices'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'
import { presses } from './choices'

const Frames = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(150px, 1fr));
  gap: 10px;
  list-style: none;
  padding: 8px 0 0;
  img {
    display: block;
    width: 100%;
    aspect-ratio: 3 / 2;
    object-fit: contain;
    background: ${({ theme }) => theme.engraved};
  }
  a {
    display: block;
    font-size: 13px;
    overflow-wrap: anywhere;
  }
  p {
    font-size: 13px;
    line-height: 1.3;
  }
`
/** No more of the newest frames are drawn. */
const SHOWN = 24
/** While frames are taken the folder is looked into so often, in milliseconds. */
const LOOKS = 500

/** A camera that takes frames of the set into a folder. */
export function CameraSection({ id, saved, folder }: { id: string; saved: boolean; folder: string }) {
  const cache = useQueryClient()
  const notice = useNotice()
  const [of, setOf] = useState<Press['of']>('single')
  const [count, setCount] = useState(5)
  const [step, setStep] = useState(1)
  const [trouble, setTrouble] = useState<string | null>(null)
  const [taking, setTaking] = useState<{ wanted: number; before: number } | null>(null)
  const [fired, setFired] = useState<Record<string, Record<string, FiredFlash>>>({})
  const queryKey = ['stand-ins', 'frames']
  const there = useQuery({
    queryKey,
    queryFn: () => need(client.GET('/api/stand-ins/frames')),
    refetchInterval: taking ? LOOKS : false,
  })
  const frames = there.data ?? []
  const press: Press = of === 'single' ? { of } : of === 'burst' ? { of, count } : { of, count, step }
  const take = async () => {
    setTrouble(null)
    setTaking({ wanted: of === 'single' ? 1 : count, before: frames.length })
    try {
      const done = await need(
        client.POST('/api/setups/{id}/stand-ins/frames', { params: { path: { id } }, body: press }),
      )
      setFired((known) => ({ ...known, ...Object.fromEntries(done.map((one) => [one.name, one.fired])) }))
    } catch (error) {
      setTrouble(words(error))
    } finally {
      setTaking(null)
      void cache.invalidateQueries({ queryKey })
    }
  }
  const restore = async () => {
    await need(client.POST('/api/stand-ins/frames/restore'))
    void cache.invalidateQueries({ queryKey })
  }
  const empty = async () => {
    await need(client.DELETE('/api/stand-ins/frames'))
    void cache.invalidateQueries({ queryKey })
    notice('The folder is empty.', { label: 'Bring the frames back', run: () => void restore() })
  }
  return (
    <section aria-label="Camera">
      <h2>Camera</h2>
      <p>
        At this setup’s dials,{' '}
        <LiveChoice label="Camera: takes" value={of} choices={presses} onChoose={setOf} />
        {of !== 'single' && (
          <>
            {' '}
            of{' '}
            <LiveNumber
              label="Camera: frames"
              value={count}
              digits={0}
              onCommit={(n) => n && setCount(n)}
            />{' '}
            frames
          </>
        )}
        {of === 'bracket' && (
          <>
            , by the shutter,{' '}
            <LiveNumber label="Camera: step" value={step} digits={1} onCommit={(n) => n && setStep(n)} />{' '}
            stops apart
          </>
        )}
        .
      </p>
      <p className="row">
        <MainPush onPress={() => void take()} isDisabled={!saved || taking !== null}>
          Take
        </MainPush>
        {frames.length > 0 && (
          <Push onPress={() => void empty()} isDisabled={taking !== null}>
            Empty the folder
          </Push>
        )}
        <Spoken as="span">
          {taking &&
            `Taking: ${Math.min(taking.wanted, Math.max(0, frames.length - taking.before))} of ${taking.wanted} …`}
        </Spoken>
      </p>
      {trouble && <Trouble>{trouble}</Trouble>}
      <p className="quiet">
        Frames go into <span className="path">{folder}</span>. Body, lens and flashes have small errors of
        their own that nobody told the plan; the light is worked out at a third of the frame’s size.
      </p>
      {there.isSuccess && frames.length === 0 && <p>No frame yet.</p>}
      <Frames>
        {frames.slice(0, SHOWN).map(({ name }) => {
          const did = Object.values(fired[name] ?? {})
          return (
            <li key={name}>
              <a href={`/api/stand-ins/frames/${name}`} target="_blank" rel="noreferrer">
                <img src={`/api/stand-ins/frames/${name}`} alt={`Frame ${name}`} loading="lazy" />
                {name}
              </a>
              {did.some((one) => one.as === 'dark') && <p>A flash stayed dark.</p>}
              {did.some((one) => one.as === 'short') && <p>A flash was not ready and fired short.</p>}
            </li>
          )
        })}
      </Frames>
      {frames.length > SHOWN && (
        <p>
          The newest {SHOWN} of {frames.length} are shown.
        </p>
      )}
    </section>
  )
}
