import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import {
  FieldError,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  Popover,
  Select,
  SelectValue,
  TextField,
  Button,
} from 'react-aria-components'
import styled, { css } from 'styled-components'
import { settingsQuery } from '../api/queries'
import { clockTime } from '../words/units'
import { typedNumber } from '../words/number'
import { typedDate, typedTime } from '../words/time'
import type { Choice } from './choices'
import { unseen } from './unseen'

/** What a live value is about, for its colour: light of the place, light of a flash, or neither. */
export type Tint = 'ambient' | 'flash' | 'plain'

const live = css<{ $tint?: Tint }>`
  border: 0;
  border-bottom: 1.5px solid
    ${({ theme, $tint }) => ($tint === 'ambient' ? theme.ambient : $tint === 'flash' ? theme.flash : theme.ink)};
  border-radius: 0;
  background: transparent;
  padding: 2px 2px 1px;
  min-height: 28px;
  font-weight: 650;
  color: ${({ theme, $tint }) =>
    $tint === 'ambient' ? theme.ambient : $tint === 'flash' ? theme.flash : theme.ink};
  &[data-hovered] {
    background: ${({ theme }) => theme.plate};
  }
  &[data-invalid] {
    border-bottom-color: ${({ theme }) => theme.warn};
    color: ${({ theme }) => theme.warn};
  }
  @media (max-width: 760px) {
    min-height: 40px;
  }
`

const LiveInput = styled(Input)<{ $tint?: Tint; $width: number }>`
  ${live}
  width: ${({ $width }) => $width}ch;
  text-align: center;
`
const LiveTextInput = styled(LiveInput)`
  text-align: left;
  max-width: 100%;
`
const LiveButton = styled(Button)<{ $tint?: Tint }>`
  ${live}
  cursor: pointer;
  text-align: left;
`
const Hidden = styled(Label)`
  ${unseen}
`
const Shown = styled(Label)`
  font-size: 13px;
  color: ${({ theme }) => theme.quiet};
`
const Error = styled(FieldError)`
  display: block;
  color: ${({ theme }) => theme.warn};
  font-size: 13px;
  font-weight: 550;
  line-height: 1.3;
  padding: 2px 0 4px;
`
const arranged = css`
  display: inline;
  &.row {
    display: grid;
    grid-template-columns: minmax(120px, 1fr) minmax(0, 1.2fr);
    align-items: baseline;
    gap: 0 12px;
  }
  &.row ${Error} {
    grid-column: 1 / -1;
  }
`
const TextRow = styled(TextField)`
  ${arranged}
`
const SelectRow = styled(Select)`
  ${arranged}
`
const arrangement = (row?: boolean) => (row ? 'row' : 'inline')

type Common = { label: string; error?: string; tint?: Tint; row?: boolean }

type TypedProps = Common & {
  /** What is kept, as it is written. */
  shown: string
  /** Takes what was typed; gives words where it cannot be taken. */
  take: (typed: string) => string | null
  onStep?: (by: 1 | -1) => void
  unit?: string
  wide?: boolean
  placeholder?: string
  width?: number
  numeric?: boolean
}

/**
 * A value as people write it: taken when one leaves the field or presses Enter. What cannot be taken, here or by the
 * studio, stays in the field beside its words until it is put right; anything else shows what is kept.
 */
function Typed(props: TypedProps) {
  const { label, shown, take, onStep, unit, error, tint, row, wide, placeholder, width, numeric } = props
  const [typed, setTyped] = useState<string | null>(null)
  const [refused, setRefused] = useState<{ typed: string; words: string | null; over: string } | null>(null)
  // What the studio refused is shown as long as it says so; what is not understood here, until something else is kept.
  const stands = refused?.over === shown && (refused.words !== null || !!error) ? refused : null
  const words = stands?.words ?? error
  const value = typed ?? stands?.typed ?? shown
  const commit = () => {
    if (typed !== null && typed !== (stands?.typed ?? shown)) {
      const words = take(typed)
      setRefused({ typed, words, over: shown })
    }
    setTyped(null)
  }
  const LabelAs = row ? Shown : Hidden
  const Input = wide || !numeric ? LiveTextInput : LiveInput
  return (
    <TextRow
      className={arrangement(row)}
      value={value}
      onChange={setTyped}
      isInvalid={!!words}
      validationBehavior="aria"
    >
      <LabelAs>
        {label}
        {unit && <Hidden as="span">, {unit}</Hidden>}
      </LabelAs>
      <span>
        <Input
          $tint={tint}
          $width={width ?? textWidth(value || placeholder || '', wide)}
          placeholder={placeholder}
          inputMode={numeric ? 'decimal' : undefined}
          onBlur={commit}
          onKeyDown={(event) => {
            const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
            if (event.key === 'Enter') commit()
            else if (event.key === 'Escape') setTyped(null)
            else if (by !== 0 && onStep) {
              event.preventDefault()
              event.stopPropagation()
              setTyped(null)
              onStep(by)
            }
          }}
        />
        {unit ? <span aria-hidden> {unit}</span> : null}
      </span>
      <Error>{words}</Error>
    </TextRow>
  )
}

type NumberProps = Common & {
  value: number | null
  unit?: string
  step?: number
  digits?: number
  /** What stands where there is none. */
  placeholder?: string
} & (
    | { optional?: false; onCommit: (value: number) => void }
    /** An emptied field means that there is none. */
    | { optional: true; onCommit: (value: number | null) => void }
  )

/** A number in a sentence or a row: step it with the arrow keys, or type it, with a comma, a point or a fraction. */
export function LiveNumber(props: NumberProps) {
  const { value, step = 1, digits = 2, unit, ...common } = props
  const shown = value === null ? '' : String(Number(value.toFixed(digits)))
  const take = (typed: string) => {
    if (typed.trim() === '') {
      if (!props.optional) return 'A number is needed here.'
      props.onCommit(null)
      return null
    }
    const number = typedNumber(typed)
    if (number === null) return 'A number is needed here, like 1.5, 1,5 or 1/2.'
    props.onCommit(number)
    return null
  }
  // Quick steps add up even before the first is drawn again.
  const from = useRef(value)
  useEffect(() => {
    from.current = value
  }, [value])
  const onStep = (by: 1 | -1) => {
    from.current = Math.round(((from.current ?? 0) + by * step) * 1e6) / 1e6
    props.onCommit(from.current)
  }
  return (
    <Typed
      label={common.label}
      error={common.error}
      tint={common.tint}
      row={common.row}
      shown={shown}
      take={take}
      onStep={onStep}
      unit={unit}
      placeholder={props.placeholder}
      width={Math.max(2.6, (shown || props.placeholder || '').length + 1.2)}
      numeric
    />
  )
}

/** Room for a text, in characters; letters are narrower than digits. */
const textWidth = (text: string, wide?: boolean) =>
  Math.min(46, Math.max(wide ? 14 : 4.5, Math.ceil(text.length * 0.92) + (wide ? 2 : 0.4)))

type TextProps = Common & {
  value: string
  onCommit: (value: string) => void
  wide?: boolean
  placeholder?: string
}

/** A text. */
export function LiveText({ value, onCommit, ...rest }: TextProps) {
  const take = (typed: string) => {
    onCommit(typed)
    return null
  }
  return <Typed {...rest} shown={value} take={take} />
}

/** A time of day as people write it, shown as the user reads clocks. */
export function LiveTime({
  value,
  onCommit,
  optional,
  ...rest
}: Omit<TextProps, 'wide'> & { optional?: boolean }) {
  const clock = useQuery(settingsQuery).data?.clock ?? 'hours24'
  const take = (typed: string) => {
    if (optional && typed.trim() === '') {
      onCommit('')
      return null
    }
    const time = typedTime(typed)
    if (time === null) return 'A time is needed here, like 18:30 or 6:30 pm.'
    onCommit(time)
    return null
  }
  return <Typed {...rest} shown={value === '' ? '' : clockTime(value, clock)} take={take} />
}

/** A day of the calendar as people write it; none, where it is emptied. */
export function LiveDate({ value, onCommit, ...rest }: Omit<TextProps, 'wide'>) {
  const take = (typed: string) => {
    const date = typed.trim() === '' ? '' : typedDate(typed)
    if (date === null) return 'A date is needed here, like 2026-09-17, 17.9.2026 or 17 Sep 2026.'
    onCommit(date)
    return null
  }
  return <Typed {...rest} shown={value} take={take} />
}

const List = styled(ListBox)`
  max-height: 50vh;
  min-height: 0;
  overflow: auto;
  padding: 4px;
  outline: none;
`
const Drop = styled(Popover)`
  /* No list is higher than the room it was given: it would lie over what was pressed, and take the press's end for a choice. */
  display: flex;
  flex-direction: column;
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 1px solid ${({ theme }) => theme.ink};
  min-width: 180px;
  max-width: min(420px, 92vw);
`
const Option = styled(ListBoxItem)`
  padding: 6px 10px;
  cursor: pointer;
  &[data-focused] {
    background: ${({ theme }) => theme.line};
  }
  &[data-selected] {
    font-weight: 700;
  }
  &[data-selected]::before {
    content: '▸ ';
  }
  @media (max-width: 760px) {
    padding: 11px 12px;
  }
`

type ChoiceProps<K extends string> = Common & {
  value: K
  choices: readonly Choice<K>[]
  onChoose: (value: K) => void
}

/** One of several, in a sentence or a row. */
export function LiveChoice<K extends string>(props: ChoiceProps<K>) {
  const { label, value, choices, onChoose, error, tint, row } = props
  const LabelAs = row ? Shown : Hidden
  return (
    <SelectRow
      className={arrangement(row)}
      selectedKey={value}
      onSelectionChange={(key) => key !== null && key !== value && onChoose(key as K)}
      isInvalid={!!error}
      validationBehavior="aria"
    >
      <LabelAs>{label}</LabelAs>
      <span>
        <LiveButton $tint={tint}>
          <SelectValue>
            {choices.find((choice) => choice.id === value)?.name ?? `${value} (not in the kit)`}
          </SelectValue>
        </LiveButton>
      </span>
      <Error>{error}</Error>
      <Drop>
        <List>
          {choices.map((choice) => (
            <Option key={choice.id} id={choice.id} textValue={choice.name}>
              {choice.name}
            </Option>
          ))}
        </List>
      </Drop>
    </SelectRow>
  )
}
