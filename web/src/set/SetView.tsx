import { Spoken } from '../ui/voice'
import { memo, useDeferredValue, useEffect, useState } from 'react'
import styled from 'styled-components'
import type { Layout, Setup } from '../api/types'
import type { BenchState } from '../bench/useBench'
import { useKeys } from '../keys/KeysProvider'
import { SetDrawings } from './SetDrawings'
import { SetRemarks } from './SetRemarks'
import { SetTools } from './SetTools'
import { ThingList } from './ThingList'
import { ThingSheet } from './ThingSheet'
import { keyOf } from './things'
import { useNowAndThen } from './useNowAndThen'
import { ratioOf, useRoom } from './useRoom'

const View = styled.div`
  display: flex;
  flex-direction: column;
  gap: 8px;
`

type Props = { id: string; bench: BenchState; setup: Setup }

/** The set: everything in its place, moved by hand, answered at once by the stop scale and by marks in the drawing. */
export default function SetView({ id, bench, setup }: Props) {
  const [picked, setPicked] = useState<string | null>(null)
  const [snap, setSnap] = useState(true)
  const [together, setTogether] = useState(false)
  const { layout, laid, assessment, showSet, rearrange } = bench
  // A thing in the hand and the levels come first; words follow when there is time.
  const late = useDeferredValue(useNowAndThen(bench, bench.inHand))
  const there = (key: string | null) =>
    key === 'room' || key === 'weather' || layout?.things.some(({ what }) => keyOf(what) === key) ? key : null
  const first = layout?.things.find(({ kind }) => kind === 'light')
  const chosen = there(picked) ?? (first ? keyOf(first.what) : 'camera')
  const light = lightOf(setup, layout, picked)
  const { box, room } = useRoom()
  const ratio = room && ratioOf(room)
  useEffect(() => {
    if (ratio) showSet({ light, ratio })
  }, [showSet, light, ratio])
  useEffect(() => () => showSet(null), [showSet])
  const focus = (selector: string) => document.querySelector<SVGElement>(selector)?.focus()
  useKeys('set', [
    {
      key: 'l',
      name: 'Go to the list of things on the set',
      run: () => focus('[aria-label="On the set"] [aria-selected=true]'),
    },
    {
      key: 'm',
      name: 'Move the chosen thing, seen from above, with the arrow keys',
      run: () => focus('[data-side=plan][data-chosen]'),
    },
    {
      key: 'e',
      name: 'Move it seen from the side',
      run: () => focus('[data-side=elevation][data-chosen]'),
    },
    {
      key: 'j',
      name: 'Move and turn everything together, or one thing alone',
      run: () => setTogether((now) => !now),
    },
    {
      key: 't',
      name: 'Turn it',
      run: () => focus('[data-turn][data-side=plan]'),
    },
  ])
  if (!room || !layout || !laid || !assessment) {
    return (
      <View ref={box}>
        <Spoken>Laying out the set …</Spoken>
      </View>
    )
  }
  return (
    <View ref={box}>
      <SetTools
        id={id}
        snap={snap}
        onSnap={setSnap}
        together={together}
        onTogether={setTogether}
        onChange={rearrange}
      />
      <SetDrawings
        bench={bench}
        setup={setup}
        layout={layout}
        laid={laid}
        assessment={assessment}
        chosen={chosen}
        onChoose={setPicked}
        snap={snap}
        together={together}
        room={room}
      />
      <InWords bench={late} chosen={chosen} onChoose={setPicked} />
    </View>
  )
}

type InWordsProps = { bench: BenchState; chosen: string; onChoose: (key: string | null) => void }

/** The same as the drawing says, in words and numbers. */
const InWords = memo(function InWords({ bench, chosen, onChoose }: InWordsProps) {
  const { layout, draft, assessment } = bench
  if (!layout || !draft || !assessment) return null
  return (
    <>
      <ThingList layout={layout} chosen={chosen} onChoose={onChoose} />
      <SetRemarks bench={bench} assessment={assessment} onChoose={onChoose} />
      <ThingSheet bench={bench} setup={draft} layout={layout} chosen={chosen} onChoose={onChoose} />
    </>
  )
})

/** The light whose lines of equal light are drawn: the one that is picked, else the first that fires. */
function lightOf(setup: Setup, layout: Layout | null, picked: string | null): string | null {
  const what = layout?.things.find((thing) => keyOf(thing.what) === picked)?.what
  const chosen = what?.thing === 'light' ? setup.lights[what.index] : undefined
  return (chosen?.on ? chosen : setup.lights.find((light) => light.on))?.id ?? null
}
