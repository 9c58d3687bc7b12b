import styled from 'styled-components'
import type { Layout, Setup } from '../api/types'
import type { BenchState } from '../bench/useBench'
import { CameraSheet } from './sheets/CameraSheet'
import { CardSheet } from './sheets/CardSheet'
import { LightSheet } from './sheets/LightSheet'
import { PaneSheet } from './sheets/PaneSheet'
import { RoomSheet } from './sheets/RoomSheet'
import { PersonSheet, ThingOnTableSheet } from './sheets/SubjectSheet'
import { WeatherSheet } from './sheets/WeatherSheet'
import { keyOf } from './things'

const Sheet = styled.section`
  display: flex;
  flex-direction: column;
  gap: 5px;
  .line {
    line-height: 1.6;
  }
  h2 {
    font-size: 15px;
    font-weight: 650;
  }
  h2 .place {
    font-weight: 400;
    font-size: 13.5px;
    color: ${({ theme }) => theme.quiet};
  }
  h3 {
    font-size: 12.5px;
    font-weight: 600;
    color: ${({ theme }) => theme.quiet};
  }
`

type Props = {
  bench: BenchState
  setup: Setup
  layout: Layout
  chosen: string
  onChoose: (key: string | null) => void
}

/** What is chosen, in words and numbers that are live. */
export function ThingSheet({ bench, setup, layout, chosen, onChoose }: Props) {
  const thing = layout.things.find(({ what }) => keyOf(what) === chosen)
  const title =
    chosen === 'room' ? 'Room and background' : chosen === 'weather' ? 'Sun and wind' : thing?.name
  return (
    <Sheet aria-label="What is chosen" data-sheet={chosen}>
      <h2>
        {thing?.mark && `${thing.mark} · `}
        {title} {thing && <span className="place">{thing.place}</span>}
      </h2>
      <Content bench={bench} setup={setup} layout={layout} chosen={chosen} onChoose={onChoose} />
    </Sheet>
  )
}

function Content({ bench, setup, layout, chosen, onChoose }: Props) {
  const thing = layout.things.find(({ what }) => keyOf(what) === chosen)
  const common = { bench, onGone: () => onChoose(null) }
  if (chosen === 'weather') return <WeatherSheet bench={bench} setup={setup} />
  if (chosen === 'room' || thing?.what.thing === 'side') return <RoomSheet bench={bench} setup={setup} />
  if (!thing) return null
  const { what } = thing
  const { cards, panes } = setup.scene
  switch (what.thing) {
    case 'camera':
      return <CameraSheet {...common} setup={setup} thing={thing} />
    case 'product':
      return <ThingOnTableSheet bench={bench} setup={setup} />
    case 'person':
      return <PersonSheet {...common} setup={setup} index={what.index} thing={thing} onChoose={onChoose} />
    case 'light': {
      const light = setup.lights[what.index]
      const placed = bench.assessment?.set.lights.find((one) => one.light === light?.id)
      return (
        light && <LightSheet {...common} light={light} index={what.index} thing={thing} placed={placed} />
      )
    }
    case 'card': {
      const card = cards[what.index]
      return card && <CardSheet {...common} card={card} index={what.index} thing={thing} />
    }
    case 'pane': {
      const pane = panes[what.index]
      return pane && <PaneSheet {...common} pane={pane} index={what.index} thing={thing} />
    }
    default:
      return null
  }
}
