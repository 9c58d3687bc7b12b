import { memo, type ReactNode } from 'react'
import styled from 'styled-components'
import type { Setup } from '../api/types'
import { LiveText } from '../ui/Field'
import { CameraLines } from './CameraLines'
import { Lights } from './Lights'
import { ForecastWords, MomentLine } from './MomentLine'
import { Readings } from './Readings'
import type { BenchState } from './useBench'
import { PeopleTold, SubjectLines } from './SubjectLines'
import { BackgroundLines } from './BackgroundLines'
import { ApproachLines, SunsetLine } from './ApproachLines'
import { ColourLines } from './ColourLines'
import { Cautions } from './Cautions'

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
        {bench.kept && (
          <MomentLine
            job={bench.kept.job_id}
            id={bench.kept.id}
            slot={setup.slot}
            errors={errors}
            putAt={bench.putAt}
          />
        )}
        {setup.slot && <ForecastWords levels={bench.assessment?.levels ?? []} />}
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
        <NoteLine edit={edit} note={setup.note} error={errors['/note']} />
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

type NoteProps = Pick<BenchState, 'edit'> & { note: string; error?: string }

const NoteLine = memo(function NoteLine({ edit, note, error }: NoteProps) {
  return (
    <LiveText
      label="Note"
      value={note}
      wide
      placeholder="anything worth remembering"
      error={error}
      onCommit={(note) => edit((s) => ({ ...s, note }))}
    />
  )
})
