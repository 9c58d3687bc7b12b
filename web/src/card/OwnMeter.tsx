import { useState } from 'react'
import styled from 'styled-components'
import { ApiProblem, words } from '../api/client'
import type { CameraModes, Metering } from '../api/types'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { useSeen } from '../ui/useSeen'

const Asked = styled.div`
  padding-top: 8px;
  line-height: 2;
  @media print {
    display: none;
  }
`

type Props = { setup: string; modes: CameraModes; onChanged: () => void }

/** What the body's own meter shows on the spot: compared with the simulated frame, it counts from then on. */
export function OwnMeter({ setup, modes, onChanged }: Props) {
  const [metering, setMetering] = useState<Metering>('centre_weighted')
  const [shown, setShown] = useState<number | null>(null)
  const seen = useSeen(onChanged)
  const keep = () => {
    if (shown === null) return
    seen.mutate(
      { seen: 'own_meter', setup, metering, shown },
      // What it showed counted: the next look is another one.
      { onSuccess: () => setShown(null) },
    )
  }
  const wrong =
    seen.error instanceof ApiProblem
      ? seen.error.problem.errors.find(({ field }) => field === '/shown')?.detail
      : undefined
  const choices = modes.compensations.map(({ metering, name }) => ({ id: metering, name }))
  return (
    <Asked data-own-meter>
      <span>There, at these dials and without flash, its meter shows </span>
      <LiveNumber
        label="What its meter shows"
        value={shown}
        optional
        step={1 / 3}
        digits={2}
        unit="stops"
        placeholder="+⅓"
        error={wrong}
        onCommit={(next) => {
          // What was wrong with the value before is not said of this one.
          seen.reset()
          setShown(next)
        }}
      />
      <span> by </span>
      <LiveChoice
        label="How it weighs the frame"
        value={metering}
        choices={choices}
        onChoose={setMetering}
      />{' '}
      <Push onPress={keep} isDisabled={shown === null || seen.isPending}>
        {seen.isPending ? 'Compared …' : 'Learn from it'}
      </Push>
      {seen.error && !wrong && <Trouble>{words(seen.error)}</Trouble>}
    </Asked>
  )
}
