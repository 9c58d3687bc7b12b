import { produce } from 'immer'
import type { Drawn, Person, Scene, Setup } from '../../api/types'
import { errorAt } from '../../bench/errors'
import { Distance } from '../../ui/Distance'
import { LiveNumber } from '../../ui/Field'
import { LiveChoice } from '../../ui/LiveChoice'
import { Latch, Push } from '../../ui/Push'
import { TextTold } from '../../ui/Told'
import { personSkins, personTones } from '../../bench/choices'
import { LabFields, skinId, skinOf } from '../../colour/SkinLines'
import { finishes, postures, products } from '../choices'
import { turnOf } from '../TurnHandle'
import { Angle, Facts, Line, Place, type SheetProps } from './parts'

type PersonProps = SheetProps & { setup: Setup; index: number; thing: Drawn; onChoose: (key: string) => void }

/** One of the people. */
export function PersonSheet({ bench, setup, index, thing, onChoose, onGone }: PersonProps) {
  const { errors, assessment } = bench
  const { people } = setup.scene
  const person = people[index]
  if (!person) return null
  const group = setup.subject.kind === 'group'
  const field = `/scene/people/${index}`
  const put = (change: Partial<Person>) =>
    bench.edit((s) => ({
      ...s,
      scene: {
        ...s.scene,
        people: s.scene.people.map((one, i) => (i === index ? { ...one, ...change } : one)),
      },
    }))
  const remove = () => {
    onGone()
    bench.edit(produce((s) => void s.scene.people.splice(index, 1)))
  }
  const { name } = thing
  const told = assessment?.people.find((one) => one.person === index)
  return (
    <>
      {group && (
        <Line>
          Person{' '}
          <LiveNumber
            label="Which person"
            value={index + 1}
            digits={0}
            onCommit={(which) =>
              onChoose(`people/${Math.max(0, Math.min(people.length - 1, (which ?? 1) - 1))}`)
            }
          />{' '}
          of{' '}
          <LiveNumber
            label="Number of people"
            value={people.length}
            digits={0}
            error={errorAt(errors, '/subject/people', '/scene/people')}
            onCommit={(count) => bench.rearrange({ do: 'people', count: count }, '/subject/people')}
          />
          , in rows when the number is changed.
        </Line>
      )}
      <Line>
        <LiveChoice
          label={`${name}: posture`}
          value={person.posture}
          choices={postures}
          onChoose={(posture) => put({ posture })}
        />
        ,{' '}
        <Distance
          label={`${name}: stature`}
          value={person.stature}
          error={errors[`${field}/stature`]}
          onCommit={(stature) => put({ stature })}
        />{' '}
        tall,{' '}
        <LiveChoice
          label={`${name}: tone`}
          value={person.tone ?? 'subject'}
          choices={personTones(setup.subject.tone)}
          onChoose={(tone) => put({ tone: tone === 'subject' ? null : tone })}
        />{' '}
        in tone, with{' '}
        <LiveChoice
          label={`${name}: skin`}
          value={skinId(person.colour) ?? 'said'}
          choices={personSkins}
          onChoose={(id) => put({ colour: id === 'said' ? null : skinOf(id) })}
        />
        {person.colour && person.colour.as !== 'skin' && (
          <LabFields
            name={name}
            colour={person.colour}
            at={`${field}/colour`}
            errors={errors}
            onPut={(colour) => put({ colour })}
          />
        )}
        ;{' '}
        <Place
          name={name}
          at={{ x: person.x, y: person.y, z: 0 }}
          field={field}
          errors={errors}
          high={false}
          onPut={({ x, y }) => put({ x, y })}
        />
        .{' '}
        <Latch
          isSelected={person.looks == null}
          onChange={(on) => put({ looks: on ? null : Math.round(turnOf(thing).pan) })}
        >
          Looks at the camera
        </Latch>
        {person.looks != null && (
          <>
            {' '}
            or at bearing{' '}
            <Angle
              label={`${name}: looks`}
              value={person.looks}
              error={errors[`${field}/looks`]}
              onCommit={(looks) => put({ looks })}
            />
          </>
        )}{' '}
        <Latch
          isSelected={person.body == null}
          onChange={(on) => put({ body: on ? null : Math.round((turnOf(thing).pan + 30) % 360) })}
        >
          Shoulders as they look
        </Latch>
        {person.body != null && (
          <>
            {' '}
            or at bearing{' '}
            <Angle
              label={`${name}: shoulders`}
              value={person.body}
              error={errors[`${field}/body`]}
              onCommit={(body) => put({ body })}
            />
          </>
        )}{' '}
        {group && people.length > 1 && <Push onPress={remove}>Take this one away</Push>}
      </Line>
      {told && <p>{told.text}</p>}
      {assessment?.set.evenness && (
        <Facts>
          <TextTold
            text={assessment.set.evenness.text}
            of="the spread"
            account={assessment.set.evenness.account}
          />
        </Facts>
      )}
    </>
  )
}

/** The thing on its table. */
export function ThingOnTableSheet({ bench, setup }: Pick<SheetProps, 'bench'> & { setup: Setup }) {
  const { errors } = bench
  const { thing } = setup.scene
  const put = (change: Partial<Scene['thing']>) =>
    bench.edit(produce((s) => void Object.assign(s.scene.thing, change)))
  const size = (which: 'width' | 'height' | 'depth' | 'table') => (
    <Distance
      label={`Thing: ${which}`}
      value={thing[which]}
      error={errors[`/scene/thing/${which}`]}
      onCommit={(value) => put({ [which]: value })}
    />
  )
  return (
    <Line>
      <LiveChoice
        label="Thing: kind"
        value={thing.kind}
        choices={products}
        onChoose={(kind) => bench.rearrange({ do: 'product', kind }, '/scene/thing/kind')}
      />{' '}
      of{' '}
      <LiveChoice
        label="Thing: finish"
        value={thing.finish}
        choices={finishes}
        onChoose={(finish) => put({ finish })}
      />
      , {size('width')} wide, {size('height')} high, {size('depth')} deep, on a table of {size('table')};{' '}
      <Place
        name="Thing"
        at={{ x: thing.x, y: thing.y, z: thing.table }}
        field="/scene/thing"
        errors={errors}
        high={false}
        onPut={({ x, y }) => put({ x, y })}
      />
      . Its front looks at bearing{' '}
      <Angle
        label="Thing: looks"
        value={thing.looks}
        error={errors['/scene/thing/looks']}
        onCommit={(looks) => put({ looks })}
      />
      .
    </Line>
  )
}
