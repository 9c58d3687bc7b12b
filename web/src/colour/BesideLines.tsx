import { produce } from 'immer'
import type { AmbientColour, Setup } from '../api/types'
import { ambientId, ambientOf, ambients } from '../bench/choices'
import type { Editing } from '../bench/editing'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Latch } from '../ui/Push'
import { Push, QuietPush } from '../ui/Push'

type Beside = Setup['beside'][number]
type Shares = 'face' | 'shadow_side' | 'background'
const SHARES: { key: Shares; name: string }[] = [
  { key: 'face', name: 'face' },
  { key: 'shadow_side', name: 'shadow side' },
  { key: 'background', name: 'background' },
]
const MOST = 3

type Props = Editing & Pick<Setup, 'ambient' | 'beside'>

/** The kinds of light the ambient is made of: the main one, and what is beside it, each with its share. */
export function BesideLines({ edit, errors, ambient, beside }: Props) {
  const put = (index: number, change: Partial<Beside>) =>
    edit(produce((s) => void Object.assign(s.beside[index] ?? {}, change)))
  const add = () =>
    edit(
      produce(
        (s) =>
          void s.beside.push({
            light: { kind: 'strip_lights' },
            face: 0.2,
            shadow_side: 0.2,
            background: 0.2,
            read: { face: null, shadow_side: null, background: null },
          }),
      ),
    )
  return (
    <div className="lines">
      The ambient is{' '}
      <KindOfLight
        label="Main ambient light"
        light={ambient}
        at="/ambient"
        errors={errors}
        onPut={(light) => edit((s) => ({ ...s, ambient: light }))}
      />
      {beside.map((one, index) => (
        <span key={index}>
          , and{' '}
          <KindOfLight
            label={`Light beside it ${index + 1}`}
            light={one.light}
            at={`/beside/${index}/light`}
            errors={errors}
            onPut={(light) => put(index, { light })}
          />
          :{' '}
          {SHARES.map(({ key, name }, place) => (
            <span key={key}>
              {place > 0 && ', '}
              <Amount
                label={`Light beside it ${index + 1}`}
                of={{ key, name }}
                one={one}
                errors={errors}
                at={`/beside/${index}`}
                onPut={(change) => put(index, change)}
              />
            </span>
          ))}{' '}
          <QuietPush
            aria-label={`Take light beside it ${index + 1} away`}
            onPress={() => edit(produce((s) => void s.beside.splice(index, 1)))}
          >
            ×
          </QuietPush>
        </span>
      ))}
      . {beside.length < MOST && <Push onPress={add}>Another kind of light</Push>}
    </div>
  )
}

type AmountProps = {
  label: string
  of: { key: Shares; name: string }
  one: Beside
  at: string
  errors: Record<string, string>
  onPut: (change: Partial<Beside>) => void
}

/** What a reading of a light begins at, before the meter's own number is entered. */
const FRESH_EV = 8

/** How much of a patch's light it is: a share that is said, or what a meter showed of it alone. */
function Amount({ label, of: { key, name }, one, at, errors, onPut }: AmountProps) {
  const read = one.read[key]
  const readAs = (ev: number | null) => onPut({ read: { ...one.read, [key]: ev } })
  return (
    <>
      {read == null ? (
        <LiveNumber
          label={`${label}: share on the ${name}`}
          value={Math.round(one[key] * 100)}
          unit="%"
          step={5}
          digits={0}
          error={errors[`${at}/${key}`]}
          onCommit={(share) => onPut({ [key]: share / 100 })}
        />
      ) : (
        <>
          EV{' '}
          <LiveNumber
            label={`${label}: reading on the ${name}`}
            value={read}
            step={0.1}
            digits={1}
            tint="ambient"
            error={errors[`${at}/read/${key}`]}
            onCommit={readAs}
          />
        </>
      )}{' '}
      on the {name}{' '}
      <Latch
        aria-label={`${label}: metered alone on the ${name}`}
        isSelected={read != null}
        onChange={(on) => readAs(on ? FRESH_EV : null)}
      >
        metered
      </Latch>
    </>
  )
}

type KindProps = {
  label: string
  light: AmbientColour
  at: string
  errors: Record<string, string>
  onPut: (light: AmbientColour) => void
}

function KindOfLight({ label, light, at, errors, onPut }: KindProps) {
  const put = (change: { kelvin?: number; duv?: number }) =>
    light.kind === 'measured' && onPut({ ...light, ...change })
  return (
    <>
      <LiveChoice
        label={label}
        tint="ambient"
        value={ambientId(light)}
        choices={ambients}
        onChoose={(id) => onPut(ambientOf(id, 4500))}
      />
      {light.kind === 'measured' && (
        <>
          {' '}
          of{' '}
          <LiveNumber
            label={`${label}: temperature`}
            value={light.kelvin}
            unit="K"
            step={100}
            digits={0}
            tint="ambient"
            error={errors[`${at}/kelvin`] ?? errors[at]}
            onCommit={(kelvin) => put({ kelvin })}
          />{' '}
          and{' '}
          <LiveNumber
            label={`${label}: to the green side (Duv)`}
            value={light.duv}
            step={0.001}
            digits={4}
            tint="ambient"
            error={errors[`${at}/duv`]}
            onCommit={(duv) => put({ duv })}
          />{' '}
          to the green
        </>
      )}
    </>
  )
}
