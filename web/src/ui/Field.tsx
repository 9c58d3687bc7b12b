import { type ReactNode, useState } from 'react'
import {
  FieldError,
  Input,
  Label,
  ListBox,
  ListBoxItem,
  NumberField,
  Popover,
  Select,
  SelectValue,
  TextField,
  Button,
} from 'react-aria-components'
import styled, { css } from 'styled-components'
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
const NumberRow = styled(NumberField)`
  ${arranged}
`
const TextRow = styled(TextField)`
  ${arranged}
`
const SelectRow = styled(Select)`
  ${arranged}
`
const arrangement = (row?: boolean) => (row ? 'row' : 'inline')

type Common = { label: string; error?: string; tint?: Tint; row?: boolean }

type NumberProps = Common & {
  value: number | null
  onCommit: (value: number | null) => void
  unit?: string
  step?: number
  digits?: number
}

/**
 * A number in a sentence or a row: step it with the arrow keys, or type it. The unit follows it. What was refused stays
 * beside its words until it is put right.
 */
export function LiveNumber(props: NumberProps) {
  const { label, value, onCommit, unit, step = 1, digits = 2, error, tint, row } = props
  const [wish, setWish] = useState<{ wanted: number | null; over: number | null } | null>(null)
  const kept = error && wish?.over === value ? wish.wanted : value
  const commit = (wanted: number | null) => {
    setWish({ wanted, over: value })
    onCommit(wanted)
  }
  const shown = kept === null ? '' : String(Number(kept.toFixed(digits)))
  const width = Math.max(2.6, shown.length + 1.2)
  const LabelAs = row ? Shown : Hidden
  // The field's own stepping would also round what is typed to whole steps.
  const stepped = (event: React.KeyboardEvent) => {
    const by = event.key === 'ArrowUp' ? step : event.key === 'ArrowDown' ? -step : 0
    if (by === 0) return
    event.preventDefault()
    event.stopPropagation()
    commit(Math.round(((kept ?? 0) + by) * 1e6) / 1e6)
  }
  return (
    <NumberRow
      className={arrangement(row)}
      value={kept ?? NaN}
      onChange={(next) => commit(Number.isNaN(next) ? null : next)}
      formatOptions={{ maximumFractionDigits: digits, useGrouping: false }}
      isInvalid={!!error}
      validationBehavior="aria"
    >
      <LabelAs>{label}</LabelAs>
      <span onKeyDownCapture={stepped}>
        <LiveInput $tint={tint} $width={width} />
        {unit ? <span aria-hidden> {unit}</span> : null}
      </span>
      <Error>{error}</Error>
    </NumberRow>
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

/**
 * A text: taken when one leaves the field or presses Enter. What was refused stays beside its words until it is put
 * right.
 */
export function LiveText({ label, value, onCommit, error, tint, row, wide, placeholder }: TextProps) {
  const [typed, setTyped] = useState<string | null>(null)
  const [wish, setWish] = useState<{ wanted: string; over: string } | null>(null)
  const kept = error && wish?.over === value ? wish.wanted : value
  const commit = () => {
    if (typed !== null && typed !== kept) {
      setWish({ wanted: typed, over: value })
      onCommit(typed)
    }
    setTyped(null)
  }
  const LabelAs = row ? Shown : Hidden
  const shown = typed ?? kept
  return (
    <TextRow
      className={arrangement(row)}
      value={shown}
      onChange={setTyped}
      isInvalid={!!error}
      validationBehavior="aria"
    >
      <LabelAs>{label}</LabelAs>
      <LiveTextInput
        $tint={tint}
        $width={textWidth(shown || placeholder || '', wide)}
        placeholder={placeholder}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
      <Error>{error}</Error>
    </TextRow>
  )
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

const ErrorText = styled.p`
  color: ${({ theme }) => theme.warn};
  font-weight: 550;
`

/** Words for something that went wrong, read out when they appear. */
export function Trouble({ children }: { children: ReactNode }) {
  return <ErrorText role="alert">{children}</ErrorText>
}
