import { useState } from 'react'
import styled from 'styled-components'
import { ApiProblem, client, need, words } from '../api/client'
import type { Setup } from '../api/types'
import { LiveNumber } from '../ui/Field'
import { Push } from '../ui/Push'
import { Trouble } from '../ui/Trouble'
import { Spoken } from '../ui/voice'

const Line = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: baseline;
`

type Told = { kelvin: number; duv: number; tint: number; shift: number }
type Props = {
  setup: Setup
  onKeep: (kelvin: number, duv: number) => void
  onSet: (kelvin: number, tint: number) => void
}

/** The light that fell on a grey card, from the three values of a frame of it, kept as what was measured. */
export function GreyFrame({ setup, onKeep, onSet }: Props) {
  const [values, setValues] = useState<[number, number, number]>([118, 118, 118])
  const [told, setTold] = useState<Told | null>(null)
  const [trouble, setTrouble] = useState<string | null>(null)
  const { kelvin, tint } = setup.white_balance
  const ask = async () => {
    try {
      const body = { values, linear: false, kelvin: kelvin.at, tint }
      setTold(await need(client.POST('/api/colour/grey', { body })))
      setTrouble(null)
    } catch (error) {
      setTold(null)
      setTrouble(
        error instanceof ApiProblem ? (error.problem.errors[0]?.detail ?? words(error)) : words(error),
      )
    }
  }
  const field = (index: 0 | 1 | 2, name: string) => (
    <LiveNumber
      label={`Grey card: ${name}`}
      value={values[index]}
      digits={0}
      step={1}
      onCommit={(value) => setValues(values.with(index, value) as [number, number, number])}
    />
  )
  return (
    <section aria-label="From a grey frame">
      <h2>From a grey frame</h2>
      <Line>
        A frame of a grey card at {kelvin.at} K shows red {field(0, 'red')}, green {field(1, 'green')}, blue{' '}
        {field(2, 'blue')} of 255. <Push onPress={() => void ask()}>What light is it?</Push>
      </Line>
      {trouble && <Trouble>{trouble}</Trouble>}
      {told && (
        <Line>
          <Spoken>
            {told.kelvin} K, {Math.abs(told.duv) < 0.0005 ? 'on the line' : `${told.duv} to the green side`}:{' '}
            {Math.round(Math.abs(told.shift))} mired {told.shift > 0 ? 'warmer' : 'cooler'} than the setting.
          </Spoken>
          <Push onPress={() => onKeep(told.kelvin, told.duv)}>Keep it as the ambient</Push>
          <Push onPress={() => onSet(Math.round(told.kelvin / 100) * 100, told.tint)}>
            Set the camera to it
          </Push>
        </Line>
      )}
    </section>
  )
}
