import { ListBox, ListBoxItem, Popover, SelectValue } from 'react-aria-components'
import styled from 'styled-components'
import type { Choice } from './choices'
import { LiveButton, Hidden, Shown, Error, SelectRow, arrangement, type Common } from './live'

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
