import { produce } from 'immer'
import type { AmbientColour, Setup } from '../api/types'
import { ambientId, ambientOf, ambients } from '../bench/choices'
import type { Editing } from '../bench/editing'
import { LiveChoice, LiveNumber } from '../ui/Field'
import { Push, QuietPush } from '../ui/Push'

type Beside = Setup['beside'][number]
type Shares = 'face' | 'shadow_side' | 'background'
const SHARES: { key: Shares; name: string }[] = [
  { key: 'face', name: 'face' },
  { key: 'shadow_side', name: 'shadow side' },
  { key: 'background', name: 'background' },
]
const MOST = 3

type Props = Editing & { setup: Setup }

/** The kinds of light the ambient is made of: the main one, and what is beside it, each with its share. */
export function BesideLines({ edit, errors, setup }: Props) {
  const { ambient, beside } = setup
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
              <LiveNumber
                label={`Light beside it ${index + 1}: share on the ${name}`}
                value={Math.round(one[key] * 100)}
                unit="%"
                step={5}
                digits={0}
                error={errors[`/beside/${index}/${key}`]}
                onCommit={(share) => put(index, { [key]: share / 100 })}
              />{' '}
              on the {name}
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
