import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import type { FlashStands, ToldReceiver } from '../api/types'
import { Latch, MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'

const Charge = styled.span`
  display: inline-block;
  position: relative;
  width: 96px;
  height: 12px;
  border: 1.5px solid ${({ theme }) => theme.ink};
  vertical-align: -1px;
  forced-color-adjust: none;
  i {
    position: absolute;
    inset: 0 auto 0 0;
    background: ${({ theme }) => theme.flash};
  }
  b {
    position: absolute;
    top: -3px;
    bottom: -3px;
    border-left: 2px solid ${({ theme }) => theme.ink};
  }
`

/** While something charges, and while nothing does, how it stands is asked so often, in milliseconds. */
const CHARGING = 250
const IDLE = 4000

/** The flashes on their receiver: what is sent to them, how they are charged, and what they did. */
export function FlashSection({ id, saved }: { id: string; saved: boolean }) {
  const cache = useQueryClient()
  const [trouble, setTrouble] = useState<string | null>(null)
  const [done, setDone] = useState<FlashStands[]>([])
  const queryKey = ['stand-ins', 'flashes', id]
  const path = { params: { path: { id } } }
  const there = useQuery({
    queryKey,
    queryFn: () => need(client.GET('/api/setups/{id}/stand-ins/flashes', path)),
    refetchInterval: (query) =>
      query.state.data?.some(({ standing }) => standing.charge < 0.999) ? CHARGING : IDLE,
  })
  const tell = async (body: ToldReceiver) => {
    setTrouble(null)
    try {
      const answer = await need(client.POST('/api/setups/{id}/stand-ins/flashes', { ...path, body }))
      setDone(body.do === 'fire' ? answer : [])
      cache.setQueryData(queryKey, answer)
    } catch (error) {
      setTrouble(words(error))
    }
  }
  const flashes = there.data ?? []
  const unsent = flashes.filter(({ planned, standing }) => Math.abs(planned - standing.power) > 0.01)
  return (
    <section aria-label="Flash receiver">
      <h2>Flash receiver</h2>
      {there.isError && <Trouble>{words(there.error)}</Trouble>}
      {there.isSuccess && flashes.length === 0 && (
        <p>No light of this setup is on: there is nothing to send to.</p>
      )}
      <p className="row">
        <MainPush onPress={() => void tell({ do: 'send' })} isDisabled={!saved || flashes.length === 0}>
          Send the plan’s powers
        </MainPush>
        <Push onPress={() => void tell({ do: 'fire' })} isDisabled={flashes.length === 0}>
          Fire
        </Push>
      </p>
      {unsent.length > 0 && <p>Not sent yet: {unsent.map(({ name }) => name).join(', ')}.</p>}
      {flashes.map((one) => {
        const { light, name, set, standing, text } = one
        return (
          <div className="flash" key={light}>
            <h3>
              {name}, set to {set}
            </h3>
            <p>
              <Charge aria-hidden>
                <i style={{ width: `${standing.charge * 100}%` }} />
                <b style={{ left: `${100 * 2 ** -standing.power}%` }} />
              </Charge>{' '}
              {text}
            </p>
            <p className="row">
              <Latch
                isSelected={standing.in_sync}
                onChange={(hears) => void tell({ do: 'hear', light, hears })}
                aria-label={`${name} hears the trigger`}
              >
                Hears the trigger
              </Latch>
              <Push
                onPress={() => void tell({ do: 'battery', light })}
                aria-label={`Fresh battery for ${name}`}
                isDisabled={standing.battery > 0.999}
              >
                Fresh battery
              </Push>
            </p>
          </div>
        )
      })}
      <Spoken as="p">{done.map(({ name, text }) => `${name}: ${text.split('. ')[0]}.`).join(' ')}</Spoken>
      {trouble && <Trouble>{trouble}</Trouble>}
      <p className="quiet">
        The mark in each bar is the charge its power takes. Real flashes differ: go by their own ready light.
      </p>
    </section>
  )
}
