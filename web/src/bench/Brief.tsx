import { produce } from 'immer'
import { Spoken } from '../ui/voice'
import { useQuery } from '@tanstack/react-query'
import { memo, type ReactNode } from 'react'
import styled from 'styled-components'
import { kitQuery } from '../api/queries'
import type { About, Assessment, Remark, Setup } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveChoice, LiveNumber, LiveText } from '../ui/Field'
import { Latch, QuietPush } from '../ui/Push'
import {
  approaches,
  details,
  ambients,
  backgrounds,
  files,
  modes,
  movements,
  rigs,
  shutters,
  subjects,
  supports,
  tones,
  traces,
  wishes,
} from './choices'
import { errorAt } from './errors'
import { Lights } from './Lights'
import { MomentLine } from './MomentLine'
import { Readings } from './Readings'
import type { BenchState } from './useBench'

const Sheet = styled.div`
  display: flex;
  flex-direction: column;
  gap: 11px;
  h2 {
    font-size: 12.5px;
    font-weight: 600;
    color: ${({ theme }) => theme.quiet};
  }
  .lines {
    line-height: 1.6;
  }
  .small {
    font-size: 13px;
    line-height: 1.3;
    color: ${({ theme }) => theme.quiet};
  }
`
const Caution = styled.p`
  border-left: 4px solid ${({ theme }) => theme.warn};
  padding-left: 8px;
  margin-top: 4px;
  font-size: 13px;
  line-height: 1.3;
`

type Sunset = NonNullable<Assessment['approach']['sunset']>

/** What a section needs to change its part of the setup. Nothing of it changes when only a dial is turned. */
export type Editing = Pick<BenchState, 'edit' | 'errors'>

type CautionsProps = {
  bench: BenchState
  about: About
  light?: string
  /** Kinds that are said elsewhere on the same screen. */
  but?: Remark['caution']['what'][]
}

/** Cautions stand where they apply. */
export function Cautions({ bench, about, light, but = [] }: CautionsProps) {
  const said = bench.assessment?.cautions.filter(
    (remark) =>
      remark.about === about &&
      !but.includes(remark.caution.what) &&
      (light === undefined || remark.light === light || !remark.light),
  )
  return said?.map((remark) => <Caution key={remark.text}>{remark.text}</Caution>)
}

/** The setup told in sentences whose values are live. */
export function Brief({ bench, setup }: { bench: BenchState; setup: Setup }) {
  const { edit, errors } = bench
  const editing = { edit, errors }
  return (
    <Sheet>
      <Section title="Subject">
        <SubjectLines
          {...editing}
          rearrange={bench.rearrange}
          subject={setup.subject}
          people={setup.scene.people.length}
          distance={bench.assessment?.set.subject_distance ?? null}
        />
        {setup.subject.kind === 'group' && <PeopleTold people={bench.assessment?.people ?? []} />}
        <Cautions bench={bench} about="subject" />
      </Section>
      <Section title="Time and place">
        <MomentLine bench={bench} setup={setup} />
      </Section>
      <Section title="Background and light of the place">
        <BackgroundLines {...editing} background={setup.background} ambient={setup.ambient} />
        {bench.assessment?.spill && <p className="small">{bench.assessment.spill}</p>}
        <Cautions bench={bench} about="background" />
      </Section>
      <Section title="What the meter said">
        <Readings
          {...editing}
          readings={setup.readings}
          lights={setup.lights}
          reports={bench.assessment?.readings}
          hold={bench.assessment?.hold}
        />
        <Cautions bench={bench} about="readings" />
      </Section>
      <Section title="Approach">
        <ApproachLines
          edit={edit}
          chosen={setup.approach ?? null}
          proposed={bench.assessment?.approach.proposed}
          aim={bench.assessment?.approach.aim}
          reason={bench.assessment?.approach.reason}
        />
        {bench.assessment?.approach.sunset && (
          <SunsetLine edit={edit} report={bench.assessment.approach.sunset} />
        )}
      </Section>
      <Section title="Lights">
        <Lights {...editing} setup={setup} bench={bench} />
      </Section>
      <Section title="Camera">
        <CameraLines {...editing} camera={setup.camera} />
        {bench.assessment && (
          <p className="small">
            {bench.assessment.depth.close_up?.text} {bench.assessment.judged.text}
          </p>
        )}
        <Cautions bench={bench} about="camera" />
        <Cautions bench={bench} about="shutter" />
      </Section>
      <Section title="Colour and pace">
        <ColourLines {...editing} wish={setup.white_balance.wish} pace={setup.pace} />
        <Cautions bench={bench} about="colour" />
        <Cautions bench={bench} about="pace" />
      </Section>
      <Section title="Note">
        <LiveText
          label="Note"
          value={setup.note}
          wide
          placeholder="anything worth remembering"
          error={errors['/note']}
          onCommit={(note) => edit((s) => ({ ...s, note }))}
        />
      </Section>
    </Sheet>
  )
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <h2>{title}</h2>
      {children}
    </section>
  )
}

/** The two of a group that the exposure is about: who clips first, and who sinks first. */
function PeopleTold({ people }: { people: Assessment['people'] }) {
  const by = [...people].sort((a, b) => a.under_clipping - b.under_clipping)
  const [lightest, darkest] = [by[0], by.at(-1)]
  if (!lightest || !darkest || lightest.tone === darkest.tone) return null
  return (
    <p className="small">
      {lightest.text} {darkest.text}
    </p>
  )
}

type SubjectProps = Editing &
  Pick<Setup, 'subject'> &
  Pick<BenchState, 'rearrange'> & { people: number; distance: number | null }

const SubjectLines = memo(function SubjectLines(props: SubjectProps) {
  const { edit, errors, rearrange, subject, people, distance } = props
  const put = (change: Partial<Setup['subject']>) =>
    edit(produce((s) => void Object.assign(s.subject, change)))
  const at = (field: string) => errors[`/subject/${field}`]
  return (
    <div className="lines">
      <LiveChoice
        label="Subject"
        value={subject.kind}
        choices={subjects}
        onChoose={(kind) => put({ kind })}
      />
      {subject.kind === 'group' && (
        <>
          {' '}
          of{' '}
          <LiveNumber
            label="Number of people"
            value={people}
            digits={0}
            error={errorAt(errors, '/subject/people', '/scene/people')}
            onCommit={(count) => rearrange({ do: 'people', count: count }, '/subject/people')}
          />
        </>
      )}
      ,{' '}
      <Distance
        label="Distance from the camera"
        digits={2}
        value={distance}
        error={errorAt(errors, '/subject/distance', '/scene/camera/at')}
        onCommit={(wanted) => rearrange({ do: 'step_back', distance: wanted }, '/subject/distance')}
      />{' '}
      from the camera,{' '}
      <LiveChoice
        label="Movement"
        value={subject.movement}
        choices={movements}
        onChoose={(movement) => put({ movement })}
      />
      {subject.movement !== 'still' && (
        <>
          ,{' '}
          <LiveChoice
            label="What of the movement is seen"
            value={subject.trace}
            choices={traces}
            onChoose={(trace) => put({ trace })}
          />
        </>
      )}
      , <LiveChoice label="Tone" value={subject.tone} choices={tones} onChoose={(tone) => put({ tone })} /> in
      tone. Sharp through{' '}
      <Distance
        label="Depth front to back"
        value={subject.depth}
        error={at('depth')}
        onCommit={(depth) => put({ depth })}
      />
      .
    </div>
  )
})

const BackgroundLines = memo(function BackgroundLines({
  edit,
  errors,
  background,
  ambient,
}: Editing & Pick<Setup, 'background' | 'ambient'>) {
  const put = (change: Partial<Setup['background']>) =>
    edit(produce((s) => void Object.assign(s.background, change)))
  const chooseAmbient = (kind: (typeof ambients)[number]['id']) =>
    edit((s) => ({ ...s, ambient: kind === 'measured' ? { kind, kelvin: 5000 } : { kind } }))
  return (
    <div className="lines">
      <LiveChoice
        label="Background"
        value={background.kind}
        choices={backgrounds}
        onChoose={(kind) => put({ kind })}
      />
      ,{' '}
      <Distance
        label="Distance behind the subject"
        value={background.distance}
        error={errors['/background/distance']}
        onCommit={(distance) => put({ distance })}
      />{' '}
      behind,{' '}
      <LiveNumber
        label="Share of the background in sun"
        value={background.sunlit === null ? null : Math.round(background.sunlit * 100)}
        unit="%"
        step={5}
        digits={0}
        error={errors['/background/sunlit']}
        onCommit={(share) => put({ sunlit: share === null ? (null as unknown as number) : share / 100 })}
      />{' '}
      of it in sun,{' '}
      <LiveChoice
        label="How busy the background is"
        value={background.detail ?? 'unsaid'}
        choices={details}
        onChoose={(detail) => put({ detail: detail === 'unsaid' ? null : detail })}
      />
      .{' '}
      <LiveChoice
        label="Light of the place"
        value={ambient.kind}
        choices={ambients}
        tint="ambient"
        onChoose={chooseAmbient}
      />
      {ambient.kind === 'measured' && (
        <>
          {' '}
          at{' '}
          <LiveNumber
            label="Colour of the ambient"
            value={ambient.kelvin}
            unit="K"
            step={100}
            digits={0}
            tint="ambient"
            error={errorAt(errors, '/ambient/kelvin', '/ambient')}
            onCommit={(kelvin) => edit((s) => ({ ...s, ambient: { kind: 'measured', kelvin: kelvin } }))}
          />
        </>
      )}
      .
    </div>
  )
})

type ApproachProps = Pick<Editing, 'edit'> & {
  chosen: Setup['approach']
  proposed?: Setup['approach']
  aim?: string
  reason?: string
}

const ApproachLines = memo(function ApproachLines({ edit, chosen, proposed, aim, reason }: ApproachProps) {
  const name = approaches.find((approach) => approach.id === proposed)?.name ?? '…'
  const choices = [{ id: 'proposed' as const, name: `As proposed: ${name}` }, ...approaches]
  return (
    <div className="lines">
      <LiveChoice
        label="Approach"
        value={chosen ?? 'proposed'}
        choices={choices}
        onChoose={(id) => edit((s) => ({ ...s, approach: id === 'proposed' ? null : id }))}
      />
      {aim && (
        <>
          : {aim}. {chosen && chosen !== proposed ? `Proposed would be “${name}”: ` : ''}
          {reason}
        </>
      )}
    </div>
  )
})

/** How hot a sunset is, with the click that makes it what the other school wants. */
function SunsetLine({ edit, report }: Pick<Editing, 'edit'> & { report: Sunset }) {
  const { other } = report
  return (
    <p className="small">
      {report.text}{' '}
      {other != null && (
        <QuietPush onPress={() => edit(produce((s) => void (s.camera.shutter.at = other)))}>
          Turn the shutter there
        </QuietPush>
      )}
    </p>
  )
}

/** Dials turn often; the sentence about the camera does not show them. */
const sameButDials = (a: { camera: Setup['camera'] } & Editing, b: { camera: Setup['camera'] } & Editing) =>
  a.edit === b.edit &&
  a.errors === b.errors &&
  (
    ['body', 'lens', 'focal', 'rig', 'support', 'mode', 'shutter_type', 'file', 'high_speed_sync'] as const
  ).every((field) => a.camera[field] === b.camera[field])

/** What each thing on a lens begins with. */
const rigOf = (kind: Setup['camera']['rig']['with']): Setup['camera']['rig'] => {
  switch (kind) {
    case 'add_on':
      return { with: kind, dioptres: 2 }
    case 'tubes':
      return { with: kind, length: 20 }
    default:
      return { with: kind }
  }
}

const CameraLines = memo(function CameraLines({ edit, errors, camera }: Editing & Pick<Setup, 'camera'>) {
  const kit = useQuery(kitQuery).data ?? []
  const put = (change: Partial<Setup['camera']>) => edit(produce((s) => void Object.assign(s.camera, change)))
  const { rig } = camera
  const bodies = kit.flatMap(({ item }) => (item.kind === 'camera' ? [{ id: item.id, name: item.name }] : []))
  const lenses = kit.flatMap(({ item }) => (item.kind === 'lens' ? [item] : []))
  const chooseLens = (id: string) => {
    const lens = lenses.find((item) => item.id === id)
    if (!lens) return
    const focal = Math.min(Math.max(camera.focal, lens.focal_shortest), lens.focal_longest)
    const widest = Math.max(lens.widest_short, lens.widest_long)
    const at = Math.min(Math.max(camera.aperture.at, widest), lens.smallest)
    edit(
      produce(({ camera }) => {
        Object.assign(camera, { lens: id, focal })
        camera.aperture.at = at
      }),
    )
  }
  return (
    <div className="lines">
      <LiveChoice
        label="Body"
        value={camera.body}
        choices={bodies}
        error={errors['/camera/body']}
        onChoose={(body) => put({ body })}
      />
      ,{' '}
      <LiveChoice
        label="Lens"
        value={camera.lens}
        choices={lenses}
        error={errors['/camera/lens']}
        onChoose={chooseLens}
      />{' '}
      at{' '}
      <LiveNumber
        label="Focal length"
        value={camera.focal}
        unit="mm"
        step={1}
        digits={0}
        error={errors['/camera/focal']}
        onCommit={(focal) => put({ focal: focal })}
      />
      ,{' '}
      <LiveChoice
        label="On the lens"
        value={rig.with}
        choices={rigs}
        error={errors['/camera/rig']}
        onChoose={(kind) => put({ rig: rigOf(kind) })}
      />
      {rig.with === 'add_on' && (
        <>
          {' '}
          of{' '}
          <LiveNumber
            label="Strength of the close-up lens"
            value={rig.dioptres}
            unit="dioptres"
            step={0.5}
            error={errors['/camera/rig/dioptres']}
            onCommit={(dioptres) => put({ rig: { ...rig, dioptres } })}
          />
        </>
      )}
      {rig.with === 'tubes' && (
        <>
          ,{' '}
          <LiveNumber
            label="Length of the tubes"
            value={rig.length}
            unit="mm"
            step={1}
            error={errors['/camera/rig/length']}
            onCommit={(length) => put({ rig: { ...rig, length } })}
          />
        </>
      )}
      ,{' '}
      <LiveChoice
        label="Support"
        value={camera.support}
        choices={supports}
        onChoose={(support) => put({ support })}
      />
      ,{' '}
      <LiveChoice
        label="Exposure mode"
        value={camera.mode}
        choices={modes}
        onChoose={(mode) => put({ mode })}
      />
      ,{' '}
      <LiveChoice
        label="Shutter type"
        value={camera.shutter_type}
        choices={shutters}
        onChoose={(shutter_type) => put({ shutter_type })}
      />{' '}
      shutter,{' '}
      <LiveChoice label="File" value={camera.file} choices={files} onChoose={(file) => put({ file })} />.{' '}
      <Latch isSelected={camera.high_speed_sync} onChange={(high_speed_sync) => put({ high_speed_sync })}>
        High-speed sync
      </Latch>
      {(errors['/camera/shutter/at'] ??
        errors['/camera/iso/at'] ??
        errors['/camera/aperture/at'] ??
        errors['/camera/nd/at']) && (
        <Spoken as={Caution}>
          {errors['/camera/shutter/at'] ??
            errors['/camera/iso/at'] ??
            errors['/camera/aperture/at'] ??
            errors['/camera/nd/at']}
        </Spoken>
      )}
    </div>
  )
}, sameButDials)

const ColourLines = memo(function ColourLines({
  edit,
  errors,
  wish: chosen,
  pace,
}: Editing & Pick<Setup, 'pace'> & { wish: Setup['white_balance']['wish'] }) {
  const put = (change: Partial<Setup['pace']>) => edit(produce((s) => void Object.assign(s.pace, change)))
  return (
    <div className="lines">
      In colour,{' '}
      <LiveChoice
        label="Colour wish"
        value={chosen}
        choices={wishes}
        onChoose={(wish) => edit(produce((s) => void (s.white_balance.wish = wish)))}
      />
      . A frame every{' '}
      <LiveNumber
        label="Time between frames"
        value={pace.interval}
        unit="s"
        step={0.5}
        error={errors['/pace/interval']}
        onCommit={(interval) => put({ interval: interval })}
      />
      ,{' '}
      <LiveNumber
        label="Number of frames"
        value={pace.frames}
        digits={0}
        step={10}
        error={errors['/pace/frames']}
        onCommit={(frames) => put({ frames: frames })}
      />{' '}
      in all.
    </div>
  )
})
