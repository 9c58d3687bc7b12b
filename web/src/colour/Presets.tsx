import type { Colours, Setup } from '../api/types'
import { presets } from '../bench/choices'
import { LiveChoice } from '../ui/LiveChoice'

type Props = { now: Colours['now']; setup: Setup; onSet: (kelvin: number, tint: number) => void }

/** The presets of the body, each with what it is set to; the one in force, where the setting is one of them. */
export function Presets({ now, setup, onSet }: Props) {
  const { kelvin, tint } = setup.white_balance
  const named = now.presets.map((own) => ({
    ...own,
    id: own.preset,
    name: `${presets.find(({ id }) => id === own.preset)?.name ?? own.preset} preset, ${own.kelvin} K`,
  }))
  const inForce = named.find((own) => own.kelvin === kelvin.at && own.tint === tint)
  return (
    <LiveChoice
      label="The camera’s preset"
      value={inForce?.id ?? 'none'}
      choices={[...(inForce ? [] : [{ id: 'none', name: 'none of its presets' }]), ...named]}
      onChoose={(id) => {
        const chosen = named.find((own) => own.id === id)
        if (chosen) onSet(chosen.kelvin, chosen.tint)
      }}
    />
  )
}
