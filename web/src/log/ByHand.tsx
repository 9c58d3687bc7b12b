import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import styled from 'styled-components'
import { client, need, words } from '../api/client'
import { marksQuery } from '../api/queries'
import type { Marks } from '../api/types'
import { LiveText } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { LiveSwitch } from '../ui/live'
import { useNotice } from '../ui/Notices'
import { MainPush, Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'

const Line = styled.section`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  padding: 4px 0 10px;
  line-height: 1.9;
`

const PLANNED = 'planned'
type Dial = 'shutter' | 'aperture' | 'iso'
type Dials = Record<Dial, string>
const planned: Dials = { shutter: PLANNED, aperture: PLANNED, iso: PLANNED }
const at = (dial: string) => (dial === PLANNED ? null : Number(dial))

const choicesOf = (marks: Marks | undefined, dial: Dial) => [
  { id: PLANNED, name: 'as planned' },
  ...(marks?.[dial] ?? []).map((mark) => ({
    id: String(mark.at),
    name: dial === 'iso' ? `ISO ${mark.label}` : mark.label,
  })),
]

type Props = { setups: readonly { id: string; name: string }[] }

/** A take put down by hand, where there is no file: of which setup, at which dials, with or without flash. */
export function ByHand({ setups }: Props) {
  const queries = useQueryClient()
  const notice = useNotice()
  const marks = useQuery(marksQuery).data
  const [open, setOpen] = useState(false)
  const [setup, setSetup] = useState<string | null>(null)
  const [dials, setDials] = useState(planned)
  const [flash, setFlash] = useState(true)
  const [note, setNote] = useState('')
  const of = setup ?? setups[0]?.id
  const put = useMutation({
    mutationFn: (id: string) =>
      need(
        client.POST('/api/setups/{id}/takes/by-hand', {
          params: { path: { id } },
          body: {
            shutter: at(dials.shutter),
            aperture: at(dials.aperture),
            iso: at(dials.iso),
            flash,
            at: null,
            note,
          },
        }),
      ),
    onSuccess: () => {
      setNote('')
      setOpen(false)
      notice('The take is put down.')
      return queries.invalidateQueries()
    },
  })
  if (setups.length === 0) return null
  if (!open) return <Push onPress={() => setOpen(true)}>Put one down by hand</Push>
  const dial = (which: Dial) => (
    <LiveChoice
      label={`By hand: ${which}`}
      value={dials[which]}
      choices={choicesOf(marks, which)}
      onChoose={(next) => setDials({ ...dials, [which]: next })}
    />
  )
  return (
    <Line aria-label="A take by hand">
      <span>
        Now, of <LiveChoice label="By hand: setup" value={of ?? ''} choices={setups} onChoose={setSetup} />,
        shutter {dial('shutter')}, aperture {dial('aperture')}, {dial('iso')},{' '}
        <LiveSwitch
          isSelected={flash}
          onChange={setFlash}
          aria-label={`By hand: ${flash ? 'with flash' : 'without flash'}`}
        >
          {flash ? 'with flash' : 'without flash'}
        </LiveSwitch>
        . Note:{' '}
        <LiveText label="By hand: note" value={note} wide placeholder="what was seen" onCommit={setNote} />
      </span>
      <MainPush isDisabled={!of || put.isPending} onPress={() => of && put.mutate(of)}>
        Put it down
      </MainPush>
      <Push onPress={() => setOpen(false)}>Leave it</Push>
      {put.error && <Trouble>{words(put.error)}</Trouble>}
    </Line>
  )
}
