import { FieldError, Input, Label, Select, TextField, Button, ToggleButton } from 'react-aria-components'
import styled, { css } from 'styled-components'
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

export const LiveInput = styled(Input)<{ $tint?: Tint; $width: number }>`
  ${live}
  width: ${({ $width }) => $width}ch;
  text-align: center;
`

export const LiveTextInput = styled(LiveInput)`
  text-align: left;
  max-width: 100%;
`

export const LiveButton = styled(Button)<{ $tint?: Tint }>`
  ${live}
  cursor: pointer;
  text-align: left;
`

/** One of two, in a sentence: a press turns it to the other. */
export const LiveSwitch = styled(ToggleButton)<{ $tint?: Tint }>`
  ${live}
  border-bottom-style: dashed;
  cursor: pointer;
`

export const Hidden = styled(Label)`
  ${unseen}
`

export const Shown = styled(Label)`
  font-size: 13px;
  color: ${({ theme }) => theme.quiet};
`

export const Error = styled(FieldError)`
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

export const TextRow = styled(TextField)`
  ${arranged}
`

export const SelectRow = styled(Select)`
  ${arranged}
`

export const arrangement = (row?: boolean) => (row ? 'row' : 'inline')

export type Common = {
  label: string
  error?: string
  /** What is wrong with what it is a part of: said here where this was typed last. */
  ofWhole?: string
  tint?: Tint
  row?: boolean
}
