import { useSaid } from '../words/useSaid'
import { Spoken } from '../ui/voice'
import { memo } from 'react'
import styled from 'styled-components'
import type { Alternative, WayOut } from '../api/types'
import { byMeaning } from '../ui/byMeaning'
import { Push } from '../ui/Push'
import type { BenchState } from './useBench'

const Panel = styled.div`
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding-top: 8px;
  h2 {
    font-size: 12.5px;
    font-weight: 600;
    color: ${({ theme }) => theme.quiet};
  }
  .bind {
    border-left: 4px solid ${({ theme }) => theme.warn};
    padding-left: 10px;
    margin: 4px 0 8px;
  }
  .bind > p {
    font-weight: 650;
  }
  li.way,
  li.other {
    display: grid;
    grid-template-columns: fit-content(50%) minmax(0, 1fr);
    gap: 2px 12px;
    align-items: center;
    padding: 3px 0;
  }
  .price {
    font-size: 13.5px;
    line-height: 1.25;
  }
  .marks {
    font-weight: 600;
    font-stretch: 88%;
  }
  @container (max-width: 420px) {
    li.way,
    li.other {
      grid-template-columns: 1fr;
    }
  }
`

type Props = Pick<BenchState, 'advice' | 'edit'> & {
  followed: boolean
  onTake: BenchState['take']
  onMoment: BenchState['putAt']
}

/** What binds with its ways out, and plans that differ with their price. */
export const PlanPanel = memo(function PlanPanel({ advice, edit, followed, onTake, onMoment }: Props) {
  const said = useSaid()
  if (!advice) return <Spoken>Looking at what else could be done …</Spoken>
  const take = (other: Alternative) =>
    edit((s) => ({
      ...s,
      solve_as_i_go: false,
      camera: {
        ...s.camera,
        iso: { ...s.camera.iso, at: other.iso },
        aperture: { ...s.camera.aperture, at: other.aperture },
        shutter: { ...s.camera.shutter, at: other.shutter },
        nd: { ...s.camera.nd, at: other.nd },
      },
      lights: s.lights.map((light, index) => ({
        ...light,
        power: { ...light.power, at: other.powers[index] ?? light.power.at },
      })),
    }))
  return (
    <Panel>
      <section aria-label="What binds">
        {advice.binds.length > 0 && <h2>What binds, and the ways out</h2>}
        {byMeaning(advice.binds, ({ bound }) => bound).map(({ key, one: bind }) => (
          <div className="bind" key={key}>
            <p>{bind.text}</p>
            <ul>
              {byMeaning(bind.ways_out, ({ change }) => change).map(({ key, one: way }) => (
                <Way key={key} way={way} onTake={() => onTake(way.change)} />
              ))}
            </ul>
            {bind.ways_out.length === 0 && (
              <p className="price">
                No single change of what is here helps: other light, another lens, or wait.
              </p>
            )}
          </div>
        ))}
      </section>
      {advice.sun.length > 0 && (
        <section aria-label="Standing to the sun">
          <h2>Standing to the sun: turn, wait, or step out of it</h2>
          <ul>
            {byMeaning(advice.sun, ({ stance, change }) => [stance, change]).map(({ key, one: way }) => (
              <li className="way" key={key}>
                <Push onPress={() => (way.change ? onTake(way.change) : way.slot && void onMoment(way.slot))}>
                  {said(way.text)}
                </Push>
                <span className="price">{said(way.price)}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Other plans">
        <h2>{advice.alternatives.length === 0 ? 'No other plan differs enough to name' : 'Other plans'}</h2>
        <ul>
          {advice.alternatives.map((other) => (
            <li className="other" key={other.kind}>
              <Push onPress={() => take(other)} aria-label={`Switch to: ${other.name}`}>
                {other.name}
              </Push>
              <span>
                <span className="marks">{other.marks}</span>
                <br />
                <span className="price">{other.price}</span>
              </span>
            </li>
          ))}
        </ul>
        {advice.alternatives.length > 0 && followed && (
          <p className="price">Taking one switches solving as you go off; undo goes back to it.</p>
        )}
      </section>
    </Panel>
  )
})

function Way({ way, onTake }: { way: WayOut; onTake: () => void }) {
  return (
    <li className="way">
      <Push onPress={onTake}>{way.text}</Push>
      <span className="price">{way.price}</span>
    </li>
  )
}
