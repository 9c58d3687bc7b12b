import type { Drawn, Light, PlacedLight } from '../../api/types'
import { Cautions } from '../../bench/Cautions'
import { holders } from '../../bench/choices'
import { errorAt } from '../../bench/errors'
import { byMeaning } from '../../ui/byMeaning'
import { Distance } from '../../ui/Distance'
import { LiveNumber } from '../../ui/Field'
import { LiveChoice } from '../../ui/LiveChoice'
import { Latch, Push } from '../../ui/Push'
import { TextTold, Told } from '../../ui/Told'
import { turnOf } from '../TurnHandle'
import { Facts, Line, Place, SAID_OF_THE_SET, type SheetProps, Turned, Way, Ways } from './parts'

type Props = SheetProps & { light: Light; index: number; thing: Drawn; placed?: PlacedLight }

/** A light: where it stands, how it is turned, what that makes of it. */
export function LightSheet({ bench, light, index, thing, placed, onGone }: Props) {
  const { errors } = bench
  const field = `/lights/${index}`
  const name = `Light ${thing.mark ?? index + 1}`
  const put = (change: Partial<Light>) =>
    bench.edit((s) => ({
      ...s,
      lights: s.lights.map((one) => (one.id === light.id ? { ...one, ...change } : one)),
    }))
  const remove = () => {
    onGone()
    bench.edit((s) => ({ ...s, lights: s.lights.filter((one) => one.id !== light.id) }))
  }
  const onCamera = light.held_by === 'camera'
  const moveTo = (face_distance: number) =>
    bench.rearrange({ do: 'move_light', light: light.id, face_distance }, `${field}/face_distance`)
  const spill = (onCamera ? null : bench.advice?.spill.filter((way) => way.light === light.id)) ?? []
  const outdoors = !bench.draft?.scene.room.ceiling
  return (
    <>
      <Line>
        {!onCamera && placed && (
          <>
            <Distance
              label={`${name}: distance to the face`}
              digits={2}
              value={placed.face_distance}
              tint="flash"
              error={errorAt(errors, `${field}/face_distance`)}
              onCommit={moveTo}
            />{' '}
            from the face:{' '}
          </>
        )}
        {!onCamera && (
          <>
            <Place
              name={name}
              at={light.at}
              field={`${field}/at`}
              errors={errors}
              tint="flash"
              onPut={(at) => put({ at })}
            />
            ;{' '}
          </>
        )}
        <Turned
          name={name}
          aim={light.aim}
          turn={turnOf(thing)}
          field={`${field}/aim`}
          errors={errors}
          tint="flash"
          onAim={(aim) => put({ aim })}
        />
        .
        {outdoors && (light.held_by === 'stand' || light.held_by === 'boom') && (
          <>
            {' '}
            A bag of{' '}
            <LiveNumber
              label={`${name}: bag`}
              value={light.bag}
              unit="kg"
              step={1}
              digits={1}
              error={errors[`${field}/bag`]}
              onCommit={(bag) => put({ bag: bag })}
            />{' '}
            on its stand.
          </>
        )}
      </Line>
      <Line>
        <Latch isSelected={light.on} onChange={(on) => put({ on })}>
          {light.on ? 'on' : 'off'}
        </Latch>{' '}
        <LiveChoice
          label={`${name}: held by`}
          tint="flash"
          value={light.held_by}
          choices={holders}
          onChoose={(held_by) => put({ held_by })}
        />{' '}
        {!onCamera && (
          <Latch isSelected={light.may_move} onChange={(may_move) => put({ may_move })}>
            Solve may move it
          </Latch>
        )}{' '}
        {placed?.clear != null && placed.clear > placed.face_distance + 0.01 && (
          <Push onPress={() => moveTo(placed.clear!)}>Put it where it is clear</Push>
        )}{' '}
        <Push onPress={remove}>Delete</Push>
      </Line>
      <Cautions bench={bench} about="light" light={light.id} but={SAID_OF_THE_SET} />
      {placed && (
        <Facts aria-label={`${name}: what it is like`}>
          <TextTold text={placed.softness.text} of="the half-shadow" account={placed.softness.account} />
          {placed.fall_off_account && placed.role !== 'background' && (
            <li>
              The background gets <Told of="the fall-off" account={placed.fall_off_account} /> of it against
              the face.
            </li>
          )}
          {placed.bounce && !placed.bounce.fails && (
            <TextTold text={placed.bounce.text} of="the bounce" account={placed.bounce.account} />
          )}
          {placed.catch_light && (
            <li>
              In the eye at {placed.catch_light.clock} o’clock, {Math.round(placed.catch_light.size * 100)} %
              of the iris wide.
            </li>
          )}
          {placed.zoom && <li>{placed.zoom}</li>}
          {placed.over_group && <li>{placed.over_group}</li>}
          {placed.wind && <li>{placed.wind}</li>}
        </Facts>
      )}
      {spill.length > 0 && (
        <div role="group" aria-label="What would change the spill">
          <h3>What would change its spill</h3>
          <Ways>
            {byMeaning(spill, ({ change }) => change).map(({ key, one: way }) => (
              <Way
                key={key}
                text={way.text}
                price={way.price}
                change={way.change}
                onTake={(change) => bench.rearrange(change)}
              />
            ))}
          </Ways>
        </div>
      )}
    </>
  )
}
