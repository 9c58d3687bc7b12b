import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import type { Part, Patch, Setup } from '../api/types'
import { SmallFrame } from '../picture/SmallFrame'
import { low, narrow } from '../scale/geometry'
import { StopScale } from '../scale/StopScale'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { PHONE, useMedia } from '../ui/useMedia'
import { Spoken } from '../ui/voice'
import { saidOf, turned, turns } from './turned'

const Seen = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 430px) auto;
  gap: 12px;
  align-items: start;
  @media (max-width: 760px) {
    grid-template-columns: minmax(0, 1fr);
  }
`

/** The levels of a setup, to be turned and dragged: nothing of it is kept. */
export function Levels({ setup, pictured }: { setup: Setup; pictured?: boolean }) {
  const [draft, setDraft] = useState(setup)
  const [said, setSaid] = useState('As planned.')
  const levels = useQuery({
    queryKey: ['setup', '', 'guide', draft],
    queryFn: () => need(client.POST('/api/assess', { body: draft })),
    placeholderData: (before) => before,
    staleTime: Infinity,
  })
  const drag = useMutation({
    mutationFn: (to: { patch: Patch; part: Part; to: number }) =>
      need(client.POST('/api/drag', { body: { setup: draft, ...to } })),
    onSuccess: ({ dragged }) => {
      setDraft(dragged.setup)
      setSaid('Dragged: the dials were solved for it.')
    },
  })
  const phone = useMedia(PHONE)
  const trouble = levels.error ?? drag.error
  return (
    <>
      <p className="does">
        {turns.map((turn) => (
          <Push
            key={turn.name}
            onPress={() => {
              setDraft(turned(draft, turn))
              setSaid(saidOf(draft, turn))
            }}
          >
            {turn.name}
          </Push>
        ))}
        <Push
          onPress={() => {
            setDraft(setup)
            setSaid('As planned.')
          }}
        >
          As planned
        </Push>
      </p>
      <Spoken as="p">{said}</Spoken>
      {trouble && <Trouble>{words(trouble)}</Trouble>}
      <Seen>
        {levels.data && (
          <StopScale
            assessment={levels.data}
            onDrag={(patch, part, to) => drag.mutate({ patch, part, to })}
            frame={phone ? low : narrow}
          />
        )}
        {pictured && (
          <SmallFrame setup={draft} label="The frame, turned so" mark="guide" side={200} made={260} />
        )}
      </Seen>
    </>
  )
}
