import { produce } from 'immer'
import styled from 'styled-components'
import type { Colours, Setup } from '../api/types'
import { wishes } from '../bench/choices'
import type { BenchState } from '../bench/useBench'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Presets } from './Presets'

const Line = styled.div`
  line-height: 1.75;
`

type Props = Pick<BenchState, 'edit' | 'errors'> & {
  now: Colours['now']
  setup: Setup
  onSet: (kelvin: number, tint?: number) => void
}

/** What is wished of the colours, and what the camera is set to, as one sentence. */
export function SettingLine({ now, setup, errors, edit, onSet }: Props) {
  const { wish, kelvin, tint } = setup.white_balance
  return (
    <Line>
      In colour,{' '}
      <LiveChoice
        label="Colour wish"
        value={wish}
        choices={wishes}
        onChoose={(wish) => edit(produce((s) => void (s.white_balance.wish = wish)))}
      />
      {now.film ? (
        <>, on a film balanced for {kelvin.at} K: gels bring the lights to it.</>
      ) : (
        <>
          , at {kelvin.at} K with a tint of{' '}
          <LiveNumber
            label="Tint, green positive (Duv)"
            value={tint}
            step={now.tint_step}
            digits={4}
            error={errors['/white_balance/tint']}
            onCommit={(tint) => edit(produce((s) => void (s.white_balance.tint = tint)))}
          />
          , by hand or as the camera’s <Presets now={now} setup={setup} onSet={onSet} />.
        </>
      )}
    </Line>
  )
}
