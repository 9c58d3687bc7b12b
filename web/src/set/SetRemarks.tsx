import { produce } from 'immer'
import styled from 'styled-components'
import type { Assessment, Change, Seen, SetReport } from '../api/types'
import type { BenchState } from '../bench/useBench'
import { byMeaning } from '../ui/byMeaning'
import { Latch, Push } from '../ui/Push'
import { Way, Ways } from './sheets/parts'

const Remarks = styled.section`
  display: flex;
  flex-direction: column;
  gap: 6px;
  .trouble {
    border-left: 4px solid ${({ theme }) => theme.warn};
    padding-left: 10px;
  }
  .trouble > p {
    font-weight: 600;
    line-height: 1.35;
  }
  .well {
    font-size: 13.5px;
    color: ${({ theme }) => theme.quiet};
  }
`

type Reflection = SetReport['reflections'][number]

/** Whether it is in the way of the picture. */
const disturbs = ({ seen, faint, wanted }: Reflection) => seen.what !== 'people' && !faint && !wanted

const sameSeen = (a: Seen, b: Seen) => JSON.stringify(a) === JSON.stringify(b)

type Props = { bench: BenchState; assessment: Assessment; onChoose: (key: string) => void }

/** What the set says: what stands in the picture, what shows in glass with its cures, how even a group is. */
export function SetRemarks({ bench, assessment, onChoose }: Props) {
  const { set } = assessment
  const { advice, draft, kept } = bench
  const uneven = advice?.evening ?? []
  const minded = set.reflections.filter(disturbs)
  const well = set.intruders.length === 0 && minded.length === 0
  const gone = (draft?.wanted_reflections ?? []).filter(
    (wanted) => !set.reflections.some((one) => one.pane === wanted.pane && sameSeen(one.seen, wanted.seen)),
  )
  const want = (pane: string, seen: Seen, on: boolean) =>
    bench.edit(
      produce((s) => {
        const others = s.wanted_reflections.filter((one) => one.pane !== pane || !sameSeen(one.seen, seen))
        s.wanted_reflections = on ? [...others, { pane, seen }] : others
      }),
    )
  const seenIn = draft && kept ? { id: kept.id, setup: draft } : undefined
  return (
    <Remarks aria-label="What the set says">
      {well && (
        <p className="well">
          Nothing stands in the picture that should not
          {draft && draft.scene.panes.length > 0 ? ', and nothing shows in glass' : ''}.
          {set.evenness && uneven.length === 0 && ` ${set.evenness.text}`}
        </p>
      )}
      {assessment.spill && <p className="well">{assessment.spill}</p>}
      {byMeaning(set.intruders, ({ what }) => what).map(({ key, one: intruder }) => {
        const clear = clearing(intruder.what, set)
        return (
          <div className="trouble" key={key}>
            <p>{intruder.text}</p>
            {clear && (
              <Push
                onPress={() => {
                  const key = keyOf(bench, intruder.what)
                  if (key) onChoose(key)
                  bench.rearrange(clear)
                }}
              >
                Put it where it is clear
              </Push>
            )}
          </div>
        )
      })}
      {set.reflections.map((reflection, index) => {
        const first = set.reflections.findIndex((other) => sameSeen(other.seen, reflection.seen)) === index
        const cures = first
          ? (advice?.cures ?? []).filter((cure) => sameSeen(cure.seen, reflection.seen))
          : []
        return (
          <div
            className={disturbs(reflection) ? 'trouble' : 'well'}
            key={`${reflection.pane}-${reflection.by ?? ''}-${JSON.stringify(reflection.seen)}`}
          >
            <p>
              {reflection.text}{' '}
              <Latch
                isSelected={reflection.wanted}
                onChange={(on) => want(reflection.pane, reflection.seen, on)}
              >
                {reflection.wanted ? 'wanted' : 'want it'}
              </Latch>
            </p>
            {cures.length > 0 && (
              <Ways className="short" aria-label="Cures, the smallest move first">
                {byMeaning(cures, ({ change }) => change).map(({ key, one: cure }) => (
                  <Way
                    key={key}
                    text={cure.text}
                    change={cure.change}
                    seenIn={seenIn}
                    onTake={(change) => bench.rearrange(change)}
                  />
                ))}
              </Ways>
            )}
          </div>
        )
      })}
      {gone.map((wanted) => (
        <div className="trouble" key={`${wanted.pane}-${JSON.stringify(wanted.seen)}`}>
          <p>A reflection that is wanted does not show any more.</p>
          <Push onPress={() => want(wanted.pane, wanted.seen, false)}>It need not</Push>
        </div>
      ))}
      {set.evenness && uneven.length > 0 && (
        <div className="trouble">
          <p>{set.evenness.text}</p>
          <Ways className="short" aria-label="Ways to even the group">
            {byMeaning(uneven, ({ change }) => change).map(({ key, one: way }) => (
              <Way
                key={key}
                text={way.text}
                change={way.change}
                seenIn={seenIn}
                onTake={(change) => bench.rearrange(change)}
              />
            ))}
          </Ways>
        </div>
      )}
    </Remarks>
  )
}

type What = SetReport['intruders'][number]['what']

/** The change that takes an intruder along its line to where it is clear. */
function clearing(what: What, set: SetReport): Change | null {
  if (what.what === 'card') {
    const face_distance = set.cards.find((card) => card.card === what.card)?.clear
    return face_distance != null ? { do: 'move_card', card: what.card, face_distance } : null
  }
  const face_distance = set.lights.find((light) => light.light === what.light)?.clear
  return face_distance != null ? { do: 'move_light', light: what.light, face_distance } : null
}

function keyOf({ draft }: BenchState, what: What): string | null {
  if (!draft) return null
  const key = (list: string, found: number) => (found >= 0 ? `${list}/${found}` : null)
  return what.what === 'card'
    ? key(
        'cards',
        draft.scene.cards.findIndex((card) => card.id === what.card),
      )
    : key(
        'lights',
        draft.lights.findIndex((light) => light.id === what.light),
      )
}
