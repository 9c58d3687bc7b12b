import { produce } from 'immer'
import { memo, useCallback, useDeferredValue, useEffect } from 'react'
import styled from 'styled-components'
import type { Colours, Setup } from '../api/types'
import type { BenchState } from '../bench/useBench'
import { useKeys } from '../keys/KeysProvider'
import { Spoken } from '../ui/voice'
import { BesideLines } from './BesideLines'
import { Films } from './Films'
import { GreyFrame } from './GreyFrame'
import { MiredRule } from './MiredRule'
import { Patches } from './Patches'
import { SettingLine } from './SettingLine'
import { SkinLines } from './SkinLines'
import { useColours } from './useColours'
import { Ways } from './Ways'

const View = styled.div`
  display: flex;
  flex-direction: column;
  gap: 12px;
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

// While the index is dragged most of the page stays as it is: only what its own part of the setup changed for is drawn anew.
const [KeptPatches, KeptFilms, KeptSetting, KeptWays, KeptBeside, KeptSkin, KeptGrey] = [
  memo(Patches),
  memo(Films),
  memo(SettingLine),
  memo(Ways),
  memo(BesideLines),
  memo(SkinLines),
  memo(GreyFrame),
]

const KeptWords = memo(function InWords({ now }: { now: Colours['now'] }) {
  return (
    <section aria-label="The colours in words">
      <h2>In words</h2>
      <ul className="said">
        {[...now.sentences, now.mendable, now.never_automatic].map((sentence) => (
          <li key={sentence}>{sentence}</li>
        ))}
      </ul>
    </section>
  )
})

const NO_REACH: Colours['reach'] = []

type Props = { id: string; bench: BenchState; setup: Setup }

/** The colour of a setup: every light on the mired rule, skin and background in true colour, what to set and what to wear. */
export default function ColourView({ id, bench, setup }: Props) {
  const { current, edit, errors, rearrange, showSet } = bench
  const { now, ways, settled, look } = useColours(id, setup)
  // The rule and the patches follow the hand; fields follow when there is time.
  const [later, laterNow] = [useDeferredValue(setup), useDeferredValue(now)]
  useEffect(() => showSet(null), [showSet])
  useKeys('colour', [
    {
      key: 'i',
      name: 'Go to the camera’s setting on the rule',
      run: () => document.querySelector<SVGElement>('[data-index]')?.focus(),
    },
  ])
  const set = useCallback(
    (kelvin: number, tint?: number) => {
      edit(
        produce((s) => {
          s.white_balance.kelvin = { at: kelvin, held: true }
          if (tint !== undefined) s.white_balance.tint = tint
        }),
        'turn the index',
      )
      // The index is dragged: its patches are asked for before the page follows.
      const draft = current()
      if (draft) look(draft)
    },
    [current, edit, look],
  )
  const put = useCallback(
    (kelvin: number) =>
      edit(
        (s) => ({
          ...s,
          ambient: { kind: 'measured', kelvin, duv: s.ambient.kind === 'measured' ? s.ambient.duv : 0 },
        }),
        'turn the source',
      ),
    [edit],
  )
  const keep = useCallback(
    (kelvin: number, duv: number) => edit((s) => ({ ...s, ambient: { kind: 'measured', kelvin, duv } })),
    [edit],
  )
  const wear = useCallback(
    (light: string, gels: string[]) =>
      edit(
        produce((s) => {
          const worn = s.lights.find((known) => known.id === light)
          if (worn) worn.gels = { at: gels, held: true }
        }),
      ),
    [edit],
  )
  if (!now || !laterNow) {
    return (
      <View>
        <Spoken>Working out the colours …</Spoken>
      </View>
    )
  }
  return (
    <View>
      <MiredRule
        now={now}
        reach={ways?.reach ?? NO_REACH}
        kelvin={setup.white_balance.kelvin.at}
        onSet={set}
        onSource={put}
        onWear={wear}
      />
      <KeptPatches now={now} />
      <KeptFilms lights={setup.lights} onWear={wear} />
      <KeptSetting now={laterNow} setup={later} errors={errors} edit={edit} onSet={set} />
      {ways ? <KeptWays ways={ways} onTake={rearrange} /> : <Spoken>Looking for settings and gels …</Spoken>}
      <KeptBeside edit={edit} errors={errors} ambient={setup.ambient} beside={setup.beside} />
      <KeptSkin edit={edit} errors={errors} subject={setup.subject} background={setup.background} />
      <KeptGrey
        kelvin={settled.white_balance.kelvin.at}
        tint={settled.white_balance.tint}
        onSet={now.film ? undefined : set}
        onKeep={keep}
      />
      <KeptWords now={laterNow} />
    </View>
  )
}
