import { useState } from 'react'
import styled from 'styled-components'
import { ApiProblem, words } from '../api/client'
import { LiveNumber } from '../ui/Field'
import { Push } from '../ui/Push'
import { Seconds } from '../ui/Seconds'
import { Trouble } from '../ui/Trouble'
import { useSeen } from '../ui/useSeen'
import { Powers } from './Powers'

const Lines = styled.section`
  line-height: 2.1;
  padding-top: 12px;
  h3 {
    font-size: 14px;
    font-weight: 650;
  }
`

type Props = {
  flash: string
  /** Keeps what is on the sheet: what is seen is of what is kept. */
  onBefore: () => Promise<void>
}

/** A flash watched on the spot: how soon it was ready, and how many pops a battery gave. */
export function Watched({ flash, onBefore }: Props) {
  const [power, setPower] = useState(0)
  const [firedAt, setFiredAt] = useState<number | null>(null)
  const seen = useSeen()
  const errors = seen.error instanceof ApiProblem ? seen.error.problem.errors : []
  const error = (field: string) => errors.find((one) => one.field === field)?.detail
  const tell = (what: { seen: 'ready'; seconds: number } | { seen: 'battery'; pops: number }) =>
    void onBefore().then(() => seen.mutate({ ...what, flash, power }))
  const ready = (seconds: number) => tell({ seen: 'ready', seconds })
  const press = () => {
    if (firedAt === null) setFiredAt(performance.now())
    else {
      setFiredAt(null)
      ready((performance.now() - firedAt) / 1000)
    }
  }
  return (
    <Lines aria-labelledby="watched">
      <h3 id="watched">Watch it at work</h3>
      <div>
        Fired at{' '}
        <Powers label="Power it was fired at" below={power} onCommit={setPower} error={error('/power')} />
        {', it is ready after '}
        <Seconds
          label="Ready after"
          value={null}
          error={error('/seconds')}
          onCommit={(seconds) => seconds !== null && ready(seconds)}
        />
        {'. Or time it: '}
        <Push onPress={press}>{firedAt === null ? 'It fires now' : 'Now it is ready'}</Push>
      </div>
      <div>
        {'At that power a battery gave '}
        <LiveNumber
          label="Pops a battery gave"
          value={null}
          optional
          unit="pops"
          digits={0}
          placeholder="count"
          error={error('/pops')}
          onCommit={(pops) => pops !== null && tell({ seen: 'battery', pops })}
        />
        .
      </div>
      {seen.error && errors.length === 0 && <Trouble>{words(seen.error)}</Trouble>}
    </Lines>
  )
}
