import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useId } from 'react'
import styled, { useTheme } from 'styled-components'
import { ApiProblem, words } from '../api/client'
import { dayAnswerQuery, settingsQuery, takesByClockQuery } from '../api/queries'
import type { DayAnswer, TakesByClock } from '../api/types'
import { Frame } from '../day/strip/Frame'
import { Hours } from '../day/strip/Hours'
import { LightLane, WindowLane } from '../day/strip/lanes'
import { LEFT, RIGHT, stripScale } from '../day/strip/scale'
import { Trouble } from '../ui/Trouble'
import { useWidth } from '../ui/useWidth'
import { Spoken } from '../ui/voice'
import { clockTime } from '../words/units'
import { OffLane } from './OffLane'
import { RungLane } from './RungLane'

const Held = styled.figure`
  padding-bottom: 8px;
  figcaption {
    font-size: 13px;
    line-height: 1.4;
    color: ${({ theme }) => theme.quiet};
  }
  figcaption strong {
    color: ${({ theme }) => theme.ink};
    font-weight: 600;
  }
`
/** Tops and heights of the lanes. */
const WINDOWS = { top: 0, height: 30 }
const LIGHT = { top: 40, height: 140 }
const RUNGS = { top: 188, height: 22 }
const OFF = { top: 218, height: 72 }
const HOURS = 294
const HIGH = 314
/** Minutes shown before the first take and after the last. */
const AROUND = 15

type Props = {
  job: string
  setup: string
  name: string
  /** What is shown instead where none of them is of this day. */
  otherwise: ReactNode
}

/** The takes of a setup over the strip of its day: the light they told over the forecast and the ladder, and how far each was off. */
export function ByClock({ job, setup, name, otherwise }: Props) {
  const told = useQuery(takesByClockQuery(job, setup))
  const day = useQuery({ ...dayAnswerQuery(job, { setup }), retry: false })
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const trouble = told.error ?? day.error
  // Without a place or a date there is no day to lay them over.
  if (trouble instanceof ApiProblem && trouble.problem.status === 409) return otherwise
  if (trouble) return <Trouble>{words(trouble)}</Trouble>
  if (!told.data || !day.data) return <Spoken>Laying the takes over their day …</Spoken>
  if (told.data.takes.length === 0) return otherwise
  const show = (time: string) => clockTime(time, clock)
  return <OverDay told={told.data} answer={day.data} setup={setup} name={name} show={show} />
}

type Laid = {
  told: TakesByClock
  answer: DayAnswer
  setup: string
  name: string
  show: (clock: string) => string
}

function OverDay({ told, answer, setup, name, show }: Laid) {
  const theme = useTheme()
  const id = useId()
  const [room, width] = useWidth(900)
  const { takes } = told
  const elsewhere =
    told.elsewhere > 0 &&
    ` ${told.elsewhere === 1 ? '1 take is' : `${told.elsewhere} takes are`} of another day, or without a time.`
  const [first, last] = [takes[0], takes.at(-1)]
  if (!first || !last) return null
  const from = Math.max(0, first.minute - AROUND)
  const until = Math.min(answer.minutes, Math.max(last.minute + AROUND, from + 60))
  const scale = stripScale(width, from, until)
  const taken = takes.flatMap((take) =>
    take.patches.flatMap(({ patch, ambient }) =>
      ambient && (patch === 'face' || patch === 'background')
        ? [{ id: take.id, minute: take.minute, patch, ev: ambient.ev, error: ambient.error }]
        : [],
    ),
  )
  return (
    <Held ref={room} data-by-clock>
      <Frame as="div">
        <svg
          viewBox={`0 0 ${width} ${HIGH}`}
          height={HIGH}
          role="img"
          aria-label={`The takes of ${name} over the day. ${told.text}`}
        >
          <defs>
            <clipPath id={`${id}-room`}>
              <rect x={LEFT} y="0" width={Math.max(0, width - LEFT - RIGHT)} height={HIGH} />
            </clipPath>
          </defs>
          <Hours answer={answer} scale={scale} show={show} top={WINDOWS.height} names={HOURS} />
          <WindowLane answer={answer} scale={scale} {...WINDOWS} />
          <LightLane
            answer={answer}
            chosen={setup}
            scale={scale}
            {...LIGHT}
            clip={`url(#${id}-room)`}
            taken={taken}
          />
          {answer.ladder && <RungLane ladder={answer.ladder} scale={scale} {...RUNGS} />}
          <OffLane takes={takes} scale={scale} {...OFF} />
          <line x1={LEFT} x2={width - RIGHT} y1={HOURS} y2={HOURS} stroke={theme.ink} strokeWidth={2} />
        </svg>
      </Frame>
      <figcaption>
        <strong>{told.text}</strong>
        {elsewhere}
        {told.earlier && ' Only the latest takes are drawn.'} Lines: the light on face and, dashed,
        background, in EV, as forecast and read. Black: what the takes told of it, disc for the face, square
        for the background, with the likely error.
        {answer.ladder && ' Below it when the ladder turns something.'} At the foot: measured less planned, in
        stops.
      </figcaption>
    </Held>
  )
}
