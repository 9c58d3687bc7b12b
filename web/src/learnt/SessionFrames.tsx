import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import type { LearntTold } from '../api/types'
import { useNotice } from '../ui/Notices'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'

const List = styled.ol`
  counter-reset: frame;
  li {
    counter-increment: frame;
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) minmax(200px, 300px);
    gap: 2px 14px;
    border-bottom: 1px solid ${({ theme }) => theme.line};
    padding: 8px 0;
  }
  li::before {
    content: counter(frame);
    font-size: 22px;
    font-weight: 650;
    grid-row: 1 / span 2;
  }
  .dials {
    font-size: 17px;
    font-weight: 650;
  }
  .teaches {
    font-size: 14px;
    color: ${({ theme }) => theme.quiet};
    grid-row: 1 / span 2;
    grid-column: 3;
  }
  @media (max-width: 760px) {
    li {
      grid-template-columns: 30px minmax(0, 1fr);
    }
    .teaches {
      grid-row: auto;
      grid-column: 2;
    }
  }
`

/** Which frames to take, one after the other, and what to dial for each. */
export function SessionFrames({ frames }: { frames: LearntTold['session'] }) {
  const notice = useNotice()
  const queries = useQueryClient()
  const go = useNavigate()
  const make = useMutation({
    mutationFn: () =>
      need(client.POST('/api/learnt/session', { params: { query: { frames: frames.length } } })),
    onSuccess: async (made) => {
      await queries.invalidateQueries({ queryKey: ['jobs'] })
      const job = made.jobs[0]
      if (!job) return
      const setups = await need(client.GET('/api/jobs/{id}', { params: { path: { id: job } } }))
      const first = setups.setups[0]
      notice('The frames are setups of a job now: stand up the first, take it, judge it.')
      if (first) await go(`/setups/${first.id}`)
    },
  })
  const first = frames[0]
  const last = frames.at(-1)
  const stops = (value: number) => value.toFixed(1)
  return (
    <>
      {first && last && (
        <p>
          All together the kit is unsure by {stops(first.before)} stops now; after these frames by{' '}
          {stops(last.after)}. Take each in a setup of its own, mark the card as the grey card and as the
          face, and judge it.
        </p>
      )}
      {frames.length > 0 && (
        <p>
          <Push isDisabled={make.isPending} onPress={() => make.mutate()}>
            Make a job of these {frames.length} frames
          </Push>
        </p>
      )}
      {make.isError && <Trouble>{words(make.error)}</Trouble>}
      <List>
        {frames.map((frame, index) => (
          <li key={index}>
            <span className="dials">{frame.dials}</span>
            <span className="teaches">
              {frame.text} Left unsure after it: {stops(frame.after)} stops.
            </span>
            <span>{frame.scene}</span>
          </li>
        ))}
      </List>
    </>
  )
}
