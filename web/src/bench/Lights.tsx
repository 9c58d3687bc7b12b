import { figure } from '../words/figure'
import { useQuery } from '@tanstack/react-query'
import { memo, useCallback } from 'react'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { kitQuery } from '../api/queries'
import type { Light, LightReport, PlacedLight, Setup } from '../api/types'
import { shown, unitSign } from '../words/units'
import { Distance, useUnits } from '../ui/Distance'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Latch, Push, QuietPush } from '../ui/Push'
import { Cautions } from './Cautions'
import type { Editing } from './editing'
import { lightMark } from '../words/lightMark'
import { holders } from './choices'
import { errorAt } from './errors'
import { FlashReadings } from './FlashReadings'
import type { BenchState } from './useBench'

const Line = styled.li`
  line-height: 1.75;
  padding-bottom: 4px;
  .small {
    font-size: 13px;
    line-height: 1.3;
    color: ${({ theme }) => theme.quiet};
  }
`
const OnLatch = styled(Latch)`
  min-height: 26px;
  padding: 0 8px;
`

/** The flashes, a few lines each. */
export function Lights({ edit, errors, setup, bench }: Editing & { setup: Setup; bench: BenchState }) {
  const kit = useQuery(kitQuery).data ?? []
  const flash = kit.find(({ item }) => item.kind === 'flash')
  const put = useCallback(
    (id: string, change: Partial<Light>) =>
      edit((s) => ({
        ...s,
        lights: s.lights.map((light) => (light.id === id ? { ...light, ...change } : light)),
      })),
    [edit],
  )
  const remove = useCallback(
    (id: string) => edit((s) => ({ ...s, lights: s.lights.filter((other) => other.id !== id) })),
    [edit],
  )
  const numbersOf = (light: Light) => bench.assessment?.lights.find((report) => report.light === light.id)
  return (
    <>
      <ul>
        {setup.lights.map((light, index) => (
          <Line key={light.id}>
            <LightSentence
              light={light}
              index={index}
              placed={bench.assessment?.set.lights.find((placed) => placed.light === light.id)}
              errors={errors}
              rearrange={bench.rearrange}
              onChange={put}
              onRemove={remove}
            />
            <LightNumbers report={numbersOf(light)} />
            <FlashReadings
              edit={edit}
              errors={errors}
              light={light}
              name={`light ${lightMark(index)}`}
              readings={setup.flash_readings}
              numbers={numbersOf(light)}
              reports={bench.assessment?.flash_readings}
            />
            <Cautions bench={bench} about="light" light={light.id} />
          </Line>
        ))}
      </ul>
      <Push onPress={() => bench.rearrange({ do: 'add', what: { thing: 'light' } })} isDisabled={!flash}>
        Add a light
      </Push>
      {!flash && <p>There is no flash in the kit yet.</p>}
      <Cautions bench={bench} about="light" light="" />
    </>
  )
}

type SentenceProps = Pick<BenchState, 'errors' | 'rearrange'> & {
  light: Light
  index: number
  placed?: PlacedLight
  onChange: (id: string, change: Partial<Light>) => void
  onRemove: (id: string) => void
}

const LightSentence = memo(function LightSentence({
  light,
  index,
  placed,
  errors,
  rearrange,
  onChange: put,
  onRemove,
}: SentenceProps) {
  const onChange = (change: Partial<Light>) => put(light.id, change)
  const kit = useQuery(kitQuery).data ?? []
  const of = (kind: string) =>
    kit.flatMap(({ item }) => (item.kind === kind ? [{ id: item.id, name: item.name }] : []))
  const none = (name: string) => ({ id: 'none', name })
  const at = (field: string) => errors[`/lights/${index}/${field}`]
  const name = `Light ${lightMark(index)}`
  const field = (last: string) => `/lights/${index}/${last}`
  const wear = (place: number, id: string) => {
    const rest = light.gels.at.filter((_, index) => index !== place)
    const worn = id === 'none' ? rest : light.gels.at.toSpliced(place, 1, id)
    onChange({ gels: { at: worn, held: true } })
  }
  const chooseFlash = (id: string) => {
    const item = kit.find((kept) => kept.item.id === id)?.item
    const lowest = item?.kind === 'flash' ? item.lowest_power : 0
    onChange({ flash: id, power: { ...light.power, at: Math.min(light.power.at, lowest) } })
  }
  return (
    <>
      <OnLatch
        isSelected={light.on}
        onChange={(on) => onChange({ on })}
        aria-label={`${name}: ${light.on ? 'on' : 'off'}`}
      >
        {light.on ? 'on' : 'off'}
      </OnLatch>{' '}
      <LiveChoice
        label={`${name}: flash`}
        tint="flash"
        value={light.flash}
        choices={of('flash')}
        error={at('flash')}
        onChoose={chooseFlash}
      />{' '}
      with{' '}
      <LiveChoice
        label={`${name}: modifier`}
        tint="flash"
        value={light.modifier ?? 'none'}
        choices={[none('nothing before it'), ...of('modifier')]}
        error={at('modifier')}
        onChoose={(id) => onChange({ modifier: id === 'none' ? null : id })}
      />{' '}
      and{' '}
      <LiveChoice
        label={`${name}: gel`}
        tint="flash"
        value={light.gels.at[0] ?? 'none'}
        choices={[none('no gel'), ...of('gel')]}
        error={at('gels/at/0') ?? at('gels/at')}
        onChoose={(id) => wear(0, id)}
      />
      {light.gels.at.slice(0, 2).map((worn, place) => (
        <span key={`${worn}-${place}`}>
          {' and '}
          <LiveChoice
            label={`${name}: gel ${place + 2}`}
            tint="flash"
            value={light.gels.at[place + 1] ?? 'none'}
            choices={[none('none more'), ...of('gel')]}
            error={at(`gels/at/${place + 1}`)}
            onChoose={(id) => wear(place + 1, id)}
          />
        </span>
      ))}
      {light.gels.held && (
        <QuietPush
          onPress={() => onChange({ gels: { ...light.gels, held: false } })}
          aria-label={`${name}: gel held, release it`}
        >
          held
        </QuietPush>
      )}
      , {placed?.role_words ?? 'off'},{' '}
      <LiveChoice
        label={`${name}: held by`}
        tint="flash"
        value={light.held_by}
        choices={holders}
        error={at('held_by')}
        onChoose={(held_by) => onChange({ held_by })}
      />
      ,{' '}
      {placed && light.held_by !== 'camera' && (
        <>
          <Distance
            label={`${name}: distance to the face`}
            digits={2}
            tint="flash"
            value={placed.face_distance}
            error={errorAt(errors, field('face_distance'), field('at'), field('at/z'))}
            onCommit={(face_distance) =>
              rearrange({ do: 'move_light', light: light.id, face_distance }, field('face_distance'))
            }
          />{' '}
          from the face and{' '}
          <Distance
            label={`${name}: distance to the background`}
            digits={2}
            tint="flash"
            value={placed.background_distance}
            error={at('background_distance')}
            onCommit={(background_distance) =>
              rearrange(
                { do: 'light_from_background', light: light.id, background_distance },
                field('background_distance'),
              )
            }
          />{' '}
          from the background,{' '}
        </>
      )}
      <LiveNumber
        label={`${name}: stops under the key`}
        tint="flash"
        value={light.under_key}
        step={1 / 3}
        error={at('under_key')}
        onCommit={(under_key) => onChange({ under_key: under_key })}
      />{' '}
      stops under the key.
      <QuietPush aria-label={`Delete ${name}`} onPress={() => onRemove(light.id)}>
        <X size={16} aria-hidden />
      </QuietPush>
    </>
  )
})

/** What the light gives at its power, in small print. */
function LightNumbers({ report }: { report?: LightReport }) {
  const units = useUnits()
  if (!report) return null
  return (
    <p className="small">
      {report.fraction}, or {report.ten_stop} of 10{report.ttl != null && `; TTL ${report.ttl}`}. GN{' '}
      {figure(shown(report.guide_number, units))}
      {units === 'feet' && ' ft'} bare
      {report.estimate && ' (estimated)'}, {report.burst > 1 ? `${report.burst} at once, ` : ''}
      {report.duration != null && `t0.1 1/${figure(1 / report.duration)} s, `}
      {report.beam_width != null &&
        `beam ${figure(shown(report.beam_width, units), 1)} ${unitSign(units)} wide at the subject, `}
      {figure(report.kelvin)} K.
      {report.carries != null &&
        ` On the camera it carries to ${figure(shown(report.carries, units), report.carries < 10 ? 1 : 0)} ${unitSign(units)} at these dials.`}
    </p>
  )
}
