import { type ReactNode, useState } from 'react'
import styled from 'styled-components'
import type { Aim, Change, Setup, Surface } from '../../api/types'
import { errorAt } from '../../bench/errors'
import type { BenchState } from '../../bench/useBench'
import { Distance } from '../../ui/Distance'
import { LiveNumber } from '../../ui/Field'
import { type Tint } from '../../ui/live'
import { LiveChoice } from '../../ui/LiveChoice'
import { SmallFrame } from '../../picture/SmallFrame'
import { Latch, Push } from '../../ui/Push'
import type { Spot } from '../moves'

/** What a sheet needs to show and change its thing. */
export type SheetProps = { bench: BenchState; onGone: () => void }

/** Cautions that stand among what the set says. */
export const SAID_OF_THE_SET = ['in_picture' as const, 'reflection' as const]

export const Facts = styled.ul`
  font-size: 13.5px;
  line-height: 1.35;
  color: ${({ theme }) => theme.quiet};
  li {
    padding: 1px 0;
  }
`
export const Ways = styled.ul`
  li {
    display: grid;
    grid-template-columns: minmax(150px, max-content) 1fr;
    gap: 2px 12px;
    align-items: center;
    padding: 3px 0;
    font-size: 13.5px;
    line-height: 1.25;
  }
  button {
    justify-content: flex-start;
    text-align: left;
  }
  &.short {
    display: flex;
    flex-wrap: wrap;
    gap: 0 8px;
  }
  &.short li {
    display: block;
  }
  @container (max-width: 420px) {
    li {
      grid-template-columns: 1fr;
    }
  }
`

type WayProps = {
  text: string
  price?: string
  change?: Change | null
  /** The setup it can be looked at in before it is taken. */
  seenIn?: { id: string; setup: Setup }
  onTake: (change: Change) => void
}

/** A change that was tried, to be taken, with what it comes to; seen in the picture first, where one wants to. */
export function Way({ text, price, change, seenIn, onTake }: WayProps) {
  const [seen, setSeen] = useState(false)
  return (
    <li>
      {change ? <Push onPress={() => onTake(change)}>{text}</Push> : <span>{text}.</span>}
      {price && <span>{price}</span>}
      {change && seenIn && (
        <>
          <Latch isSelected={seen} onChange={setSeen} aria-label={`See it first: ${text}`}>
            See it
          </Latch>
          {seen && <SmallFrame {...seenIn} change={change} label={`The frame after: ${text}`} side={132} />}
        </>
      )}
    </li>
  )
}

type PlaceProps = {
  name: string
  at: Spot
  field: string
  errors: BenchState['errors']
  tint?: Tint
  /** Whether it has a height of its own. */
  high?: boolean
  onPut: (at: Spot) => void
}

/** Where a thing stands, in numbers to type: left or right of the subject's place, before or behind it, how high. */
export function Place({ name, at, field, errors, tint, high = true, onPut }: PlaceProps) {
  // Below zero it stands on the other side; typing a number below zero changes sides.
  const one = (axis: keyof Spot, label: string, sign: number) => (
    <Distance
      label={`${name}: ${label}`}
      value={at[axis] === null ? null : at[axis] * sign}
      tint={tint}
      digits={2}
      error={errors[`${field}/${axis}`] ?? (axis === 'x' ? errors[field] : undefined)}
      onCommit={(value) => onPut({ ...at, [axis]: value === null ? value : value * sign })}
    />
  )
  const [across, along] = [at.x < 0 ? -1 : 1, at.y < 0 ? -1 : 1]
  return (
    <>
      {one('x', 'across', across)} {across < 0 ? 'to the left' : 'to the right'}, {one('y', 'along', along)}{' '}
      {along < 0 ? 'before' : 'behind'} the subject’s place
      {high && <>, {one('z', 'height', 1)} high</>}
    </>
  )
}

const aims = [
  { id: 'subject', name: 'at the subject' },
  { id: 'background', name: 'at the background' },
  { id: 'free', name: 'by hand' },
] as const

type AimProps = {
  name: string
  aim: Aim
  /** Where it looks now, for when it is turned by hand. */
  turn: { pan: number; tilt: number }
  field: string
  errors: BenchState['errors']
  tint?: Tint
  onAim: (aim: Aim) => void
}

/** Where a thing is turned. */
export function Turned({ name, aim, turn, field, errors, tint, onAim }: AimProps) {
  const round = (value: number) => Math.round(value * 10) / 10
  const choose = (at: Aim['at']) =>
    onAim(at === 'free' ? { at, pan: round(turn.pan), tilt: round(turn.tilt) } : { at })
  return (
    <>
      turned{' '}
      <LiveChoice
        label={`${name}: turned`}
        value={aim.at}
        choices={aims}
        tint={tint}
        error={aim.at === 'free' ? undefined : errors[field]}
        onChoose={choose}
      />
      {aim.at === 'free' && (
        <>
          , turned to{' '}
          <Angle
            label={`${name}: turned to`}
            value={aim.pan}
            tint={tint}
            error={errorAt(errors, `${field}/pan`, field)}
            onCommit={(pan) => onAim({ ...aim, pan })}
          />
          ,{' '}
          <Angle
            label={`${name}: tilt`}
            value={aim.tilt}
            tint={tint}
            error={errors[`${field}/tilt`]}
            onCommit={(tilt) => onAim({ ...aim, tilt })}
          />{' '}
          up
        </>
      )}
    </>
  )
}

type AngleProps = {
  label: string
  value: number
  error?: string
  tint?: Tint
  onCommit: (degrees: number) => void
}

export function Angle({ label, value, error, tint, onCommit }: AngleProps) {
  return (
    <LiveNumber
      label={label}
      value={value}
      unit="°"
      step={5}
      digits={1}
      tint={tint}
      error={error}
      onCommit={(degrees) => onCommit(degrees)}
    />
  )
}

type SurfaceProps = {
  name: string
  surface: Surface
  field: string
  errors: BenchState['errors']
  onPut: (surface: Surface) => void
}

/** What a surface does with light. */
export function SurfaceLine({ name, surface, field, errors, onPut }: SurfaceProps) {
  return (
    <>
      sends back{' '}
      <LiveNumber
        label={`${name}: share sent back`}
        value={surface.reflectance === null ? null : Math.round(surface.reflectance * 100)}
        unit="%"
        step={5}
        digits={0}
        error={errors[`${field}/reflectance`]}
        onCommit={(share) => onPut({ ...surface, reflectance: share / 100 })}
      />
      ,{' '}
      <LiveNumber
        label={`${name}: colour in mired`}
        value={surface.tint}
        unit="mired"
        step={10}
        digits={0}
        error={errors[`${field}/tint`]}
        onCommit={(tint) => onPut({ ...surface, tint: tint })}
      />{' '}
      warmer
    </>
  )
}

/** One line of a sheet. */
export function Line({ children }: { children: ReactNode }) {
  return <p className="line">{children}</p>
}
