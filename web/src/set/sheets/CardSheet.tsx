import type { Card, Drawn } from '../../api/types'
import { Distance } from '../../ui/Distance'
import { LiveChoice } from '../../ui/LiveChoice'
import { Push } from '../../ui/Push'
import { Told } from '../../ui/Told'
import { cards } from '../choices'
import { turnOf } from '../TurnHandle'
import { Facts, Line, Place, type SheetProps, Turned } from './parts'

type Props = SheetProps & { card: Card; index: number; thing: Drawn }

/** A card or panel. */
export function CardSheet({ bench, card, index, thing, onGone }: Props) {
  const { errors, assessment } = bench
  const field = `/scene/cards/${index}`
  const name = `Card ${thing.mark ?? index + 1}`
  const put = (change: Partial<Card>) =>
    bench.edit((s) => ({
      ...s,
      scene: {
        ...s.scene,
        cards: s.scene.cards.map((one) => (one.id === card.id ? { ...one, ...change } : one)),
      },
    }))
  const remove = () => {
    onGone()
    bench.edit((s) => ({
      ...s,
      scene: { ...s.scene, cards: s.scene.cards.filter((one) => one.id !== card.id) },
    }))
  }
  const placed = assessment?.set.cards.find((one) => one.card === card.id)
  const near = placed?.clear != null && Math.abs(placed.clear - placed.face_distance) > 0.02
  return (
    <>
      <Line>
        <LiveChoice
          label={`${name}: kind`}
          value={card.kind}
          choices={cards}
          onChoose={(kind) => put({ kind })}
        />
        ,{' '}
        <Distance
          label={`${name}: width`}
          value={card.width}
          error={errors[`${field}/width`]}
          onCommit={(width) => put({ width })}
        />{' '}
        wide,{' '}
        <Distance
          label={`${name}: height of the card`}
          value={card.height}
          error={errors[`${field}/height`]}
          onCommit={(height) => put({ height })}
        />{' '}
        high;{' '}
        <Place name={name} at={card.at} field={`${field}/at`} errors={errors} onPut={(at) => put({ at })} />;{' '}
        <Turned
          name={name}
          aim={card.aim}
          turn={turnOf(thing)}
          field={`${field}/aim`}
          errors={errors}
          onAim={(aim) => put({ aim })}
        />
        .
      </Line>
      <Line>
        {near && (
          <Push
            onPress={() => bench.rearrange({ do: 'move_card', card: card.id, face_distance: placed.clear! })}
          >
            As near as it stays out of the frame
          </Push>
        )}{' '}
        <Push onPress={remove}>Delete</Push>
      </Line>
      {placed && placed.fill > 0.01 && (
        <Facts>
          <li>
            Cards lift the shadow side by <Told of="the fill" account={placed.account} />.
          </li>
        </Facts>
      )}
    </>
  )
}
