import type { Gesture } from '../api/types'
import { thirdsLabel } from '../words/stops'

/** A mark of the scale a round is answered on: where it stands, between 0 and 1, and what is written there. */
export type EngravedMark = { key: number; at: number; label?: string; long: boolean }

/** The scale of a gesture: what its slider goes through, and how values are said. */
export type AnswerScale = {
  label: string
  low: number
  high: number
  step: number
  begins: number
  marks: EngravedMark[]
  said: (value: number) => string
  /** The answer as the studio takes it, and back. */
  told: (value: number) => number
  read: (told: number) => number
}

/** Ends of the rule, in mired, and one step along it. */
const RULE = { low: 90, high: 450, step: 5 }
const WRITTEN = [2300, 2800, 3400, 4000, 5000, 6500, 9000]
/** So many labels have room side by side. */
const ROOM = 11

const same = (value: number) => value

function stops({ from, to, what, zero }: Extract<Gesture, { by: 'stops' }>): AnswerScale {
  const thirds = Math.round((to - from) * 3)
  return {
    label: `${what}, in stops from ${zero}`,
    low: from * 3,
    high: to * 3,
    step: 1,
    begins: 0,
    marks: Array.from({ length: thirds + 1 }, (_, third) => {
      const long = third % 3 === 0
      return { key: third, at: third / thirds, long, label: long ? thirdsLabel(from + third / 3) : undefined }
    }),
    said: (third) => thirdsLabel(third / 3),
    told: (third) => third / 3,
    read: (told) => told * 3,
  }
}

function dial({ name, marks, begins }: Extract<Gesture, { by: 'dial' }>): AnswerScale {
  const last = marks.length - 1
  const every = Math.ceil(marks.length / ROOM)
  return {
    label: name,
    low: 0,
    high: last,
    step: 1,
    begins,
    marks: marks.map((label, index) => {
      const long = index % every === 0
      return { key: index, at: index / last, long, label: long ? label : undefined }
    }),
    said: (index) => marks[index] ?? '',
    told: same,
    read: same,
  }
}

function rule({ begins }: Extract<Gesture, { by: 'rule' }>): AnswerScale {
  const at = (mired: number) => (mired - RULE.low) / (RULE.high - RULE.low)
  const kelvin = (mired: number) => Math.round(1e5 / mired) * 10
  return {
    label: 'The light, in kelvin',
    low: RULE.low,
    high: RULE.high,
    step: RULE.step,
    begins: Math.round(1e6 / begins / RULE.step) * RULE.step,
    marks: WRITTEN.map((value) => ({ key: value, at: at(1e6 / value), long: true, label: String(value) })),
    said: (mired) => `${kelvin(mired)} K`,
    told: kelvin,
    read: (told) => 1e6 / told,
  }
}

function turn({ most }: Extract<Gesture, { by: 'turn' }>): AnswerScale {
  const said = (degrees: number) =>
    degrees === 0
      ? 'at the camera'
      : Math.abs(degrees) === 180
        ? 'right behind'
        : `${Math.abs(degrees)}° to the ${degrees > 0 ? 'right' : 'left'}`
  const steps = Math.round((2 * most) / 15)
  return {
    label: 'Direction from the subject',
    low: -most,
    high: most,
    step: 5,
    begins: 0,
    marks: Array.from({ length: steps + 1 }, (_, index) => {
      const degrees = index * 15 - most
      const long = degrees % 60 === 0
      return { key: degrees, at: index / steps, long, label: long ? `${Math.abs(degrees)}°` : undefined }
    }),
    said,
    told: same,
    read: same,
  }
}

/** The scale a round is answered on; none where one of several is pressed. */
export function scaleOf(gesture: Gesture): AnswerScale | null {
  switch (gesture.by) {
    case 'stops':
      return stops(gesture)
    case 'dial':
      return dial(gesture)
    case 'rule':
      return rule(gesture)
    case 'turn':
      return turn(gesture)
    case 'choice':
      return null
  }
}
