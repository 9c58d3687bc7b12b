import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import type { Sharing } from '../api/types'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { shareQuery } from './shareQuery'

const Invite = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 28px;
  align-items: center;
  padding: 10px 0;
  svg {
    width: 208px;
    height: 208px;
    background: #fff;
    forced-color-adjust: none;
  }
  .code {
    font-size: 52px;
    font-weight: 750;
    letter-spacing: 0.1em;
    font-variant-numeric: tabular-nums;
    line-height: 1.1;
  }
`

const ago = (seconds: number) =>
  seconds < 10
    ? 'just now'
    : seconds < 100
      ? `${Math.round(seconds / 10) * 10} s ago`
      : seconds < 5400
        ? `${Math.round(seconds / 60)} min ago`
        : `${Math.round(seconds / 3600)} h ago`

/** The code that is out: as a square for a phone's camera, and as digits to type. */
function Invitation({ invitation }: { invitation: NonNullable<Sharing['invitation']> }) {
  const { code, seconds, link, side, path } = invitation
  return (
    <Invite data-invitation>
      <svg viewBox={`-4 -4 ${side + 8} ${side + 8}`} role="img" aria-label={`Square code of ${link}`}>
        <path d={path} fill="#000" />
      </svg>
      <div>
        <p className="code" aria-label={`Code ${code.split('').join(' ')}`}>
          {code.slice(0, 3)} {code.slice(3)}
        </p>
        <p>
          Point the phone’s camera at the square, or open <b>{link.split('?')[0]}</b> there and type the code.
          For one device; {seconds} s left.
        </p>
      </div>
    </Invite>
  )
}

/** Whether a phone in the same room may come in, with which code, and who is in. */
export function ShareLines() {
  const queries = useQueryClient()
  const told = useQuery(shareQuery)
  const take = (now: Sharing) => queries.setQueryData(shareQuery.queryKey, now)
  const open = useMutation({
    mutationFn: (wish: boolean) => need(client.PUT('/api/share', { body: { open: wish } })),
    onSuccess: take,
  })
  const invite = useMutation({
    mutationFn: () => need(client.POST('/api/share/code')),
    onSuccess: take,
  })
  const putOut = useMutation({
    mutationFn: (id: number) => need(client.DELETE('/api/share/devices/{id}', { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries(shareQuery),
  })
  const now = told.data
  const trouble = [told.error, open.error, invite.error, putOut.error].find(Boolean)
  return (
    <>
      <h2>A phone in the same room</h2>
      {trouble && <Trouble>{words(trouble)}</Trouble>}
      {now && !now.open && (
        <p className="line">
          <Push onPress={() => open.mutate(true)} isDisabled={open.isPending}>
            Share in this room
          </Push>{' '}
          Then a device in the same network can follow the bench and turn it, once it has a code. Nothing is
          encrypted on the way: share in a network you trust, and end it when you leave.
        </p>
      )}
      {now?.open && (
        <>
          <p className="line" data-shared>
            {now.addresses.length > 0
              ? `Shared at ${now.addresses.join(' and ')}. Nothing is encrypted on the way.`
              : 'This machine is in no network: nobody can reach it.'}{' '}
            <Push onPress={() => open.mutate(false)} isDisabled={open.isPending}>
              End sharing
            </Push>
          </p>
          {now.invitation ? (
            <Invitation invitation={now.invitation} />
          ) : (
            now.addresses.length > 0 && (
              <p className="line">
                <MainPush onPress={() => invite.mutate()} isDisabled={invite.isPending}>
                  Let a device in
                </MainPush>{' '}
                Shows a code that is used once, within three minutes.
              </p>
            )
          )}
          {now.devices.map((device) => (
            <p className="line" key={device.id} data-device={device.id}>
              {device.name}, in since {ago(device.since)}, seen {ago(device.seen)}{' '}
              <Push
                aria-label={`Put out: ${device.name}, in since ${ago(device.since)}`}
                onPress={() => putOut.mutate(device.id)}
              >
                Put out
              </Push>
            </p>
          ))}
        </>
      )}
    </>
  )
}
