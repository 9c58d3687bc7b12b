import { produce } from 'immer'
import { memo, type ReactNode } from 'react'
import styled from 'styled-components'
import type { About, Assessment, Remark, Setup } from '../api/types'
import { Distance } from '../ui/Distance'
import { LiveChoice, LiveNumber, LiveText } from '../ui/Field'
import { QuietPush } from '../ui/Push'
import {
  approaches,
  type AmbientId,
  ambientId,
  ambientOf,
  ambients,
  backgrounds,
  details,
  movements,
  subjects,
  tones,
  traces,
  wishes,
} from './choices'
import { CameraLines } from './CameraLines'
import { Caution } from './Caution'
import type { Editing } from './editing'
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

type Sunset = NonNullable<Assessment['approach']['sunset']>

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
  const chooseAmbient = (id: AmbientId) => edit((s) => ({ ...s, ambient: ambientOf(id, 5000) }))
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
        value={ambientId(ambient)}
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
            onCommit={(kelvin) => edit((s) => ({ ...s, ambient: { ...ambient, kelvin } }))}
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
