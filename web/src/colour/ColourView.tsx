import { produce } from 'immer'
import { useEffect } from 'react'
import styled from 'styled-components'
import type { Setup } from '../api/types'
import { wishes } from '../bench/choices'
import type { BenchState } from '../bench/useBench'
import { useKeys } from '../keys/KeysProvider'
import { LiveChoice, LiveNumber } from '../ui/Field'
import { Spoken } from '../ui/voice'
import { BesideLines } from './BesideLines'
import { Films } from './Films'
import { GreyFrame } from './GreyFrame'
import { MiredRule } from './MiredRule'
import { Patches } from './Patches'
import { SkinLines } from './SkinLines'
import { useColours } from './useColours'
import { Ways } from './Ways'

const View = styled.div`
  display: flex;
  flex-direction: column;
  gap: 12px;
  .lines {
    line-height: 1.75;
  }
  h2 {
    font-size: 14px;
    font-weight: 650;
    margin-bottom: 4px;
  }
  .said {
    font-size: 14px;
    line-height: 1.4;
    color: ${({ theme }) => theme.quiet};
    margin: 0;
    padding-left: 18px;
  }
`

type Props = { id: string; bench: BenchState; setup: Setup }

/** The colour of a setup: every light on the mired rule, skin and background in true colour, what to set and what to wear. */
export default function ColourView({ id, bench, setup }: Props) {
  const { edit, errors, rearrange, showSet } = bench
  const { now, ways } = useColours(id, setup)
  useEffect(() => showSet(null), [showSet])
  useKeys('colour', [
    {
      key: 'i',
      name: 'Go to the camera’s setting on the rule',
      run: () => document.querySelector<SVGElement>('[data-index]')?.focus(),
    },
  ])
  const set = (kelvin: number, tint?: number) =>
    edit(
      produce((s) => {
        s.white_balance.kelvin = { at: kelvin, held: true }
        if (tint !== undefined) s.white_balance.tint = tint
      }),
    )
  const put = (kelvin: number) =>
    edit((s) => ({
      ...s,
      ambient: { kind: 'measured', kelvin, duv: s.ambient.kind === 'measured' ? s.ambient.duv : 0 },
    }))
  const wear = (light: string, gels: string[]) =>
    edit(
      produce((s) => {
        const worn = s.lights.find((known) => known.id === light)
        if (worn) worn.gels = { at: gels, held: true }
      }),
    )
  if (!now) {
    return (
      <View>
        <Spoken>Working out the colours …</Spoken>
      </View>
    )
  }
  return (
    <View>
      <MiredRule now={now} kelvin={setup.white_balance.kelvin.at} onSet={set} onSource={put} />
      <Patches now={now} />
      <Films lights={setup.lights} onWear={wear} />
      <div className="lines">
        In colour,{' '}
        <LiveChoice
          label="Colour wish"
          value={setup.white_balance.wish}
          choices={wishes}
          onChoose={(wish) => edit(produce((s) => void (s.white_balance.wish = wish)))}
        />
        , at {setup.white_balance.kelvin.at} K with a tint of{' '}
        <LiveNumber
          label="Tint, green positive (Duv)"
          value={setup.white_balance.tint}
          step={now.tint_step}
          digits={4}
          error={errors['/white_balance/tint']}
          onCommit={(tint) => edit(produce((s) => void (s.white_balance.tint = tint)))}
        />
        .
      </div>
      {ways ? (
        <Ways ways={ways} onTake={(change) => rearrange(change)} />
      ) : (
        <Spoken>Looking for settings and gels …</Spoken>
      )}
      <BesideLines edit={edit} errors={errors} setup={setup} />
      <SkinLines edit={edit} errors={errors} setup={setup} />
      <GreyFrame
        setup={setup}
        onSet={set}
        onKeep={(kelvin, duv) => edit((s) => ({ ...s, ambient: { kind: 'measured', kelvin, duv } }))}
      />
      <section aria-label="The colours in words">
        <h2>In words</h2>
        <ul className="said">
          {[...now.sentences, now.mendable, now.never_automatic].map((sentence) => (
            <li key={sentence}>{sentence}</li>
          ))}
        </ul>
      </section>
    </View>
  )
}
