import { Button, ToggleButton } from 'react-aria-components'
import styled, { css } from 'styled-components'

const base = css`
  display: inline-flex;
  align-items: center;
  justify-content: center;
  gap: 6px;
  min-height: 32px;
  padding: 3px 10px;
  border: 1px solid ${({ theme }) => theme.engraved};
  border-radius: 2px;
  background: transparent;
  color: ${({ theme }) => theme.ink};
  font-weight: 550;
  cursor: pointer;
  &[data-hovered] {
    background: ${({ theme }) => theme.plate};
  }
  &[data-pressed] {
    background: ${({ theme }) => theme.line};
  }
  &[data-disabled] {
    color: ${({ theme }) => theme.quiet};
    border-color: ${({ theme }) => theme.line};
    cursor: default;
  }
  @media (max-width: 760px) {
    min-height: 44px;
  }
`

/** A button. */
export const Push = styled(Button)`
  ${base}
`

/** The one thing to do next. */
export const MainPush = styled(Button)`
  ${base}
  background: ${({ theme }) => theme.ink};
  color: ${({ theme }) => theme.ground};
  border-color: ${({ theme }) => theme.ink};
  &[data-hovered],
  &[data-pressed] {
    background: ${({ theme }) => theme.quiet};
  }
  &[data-disabled] {
    background: transparent;
  }
  @media (forced-colors: active) {
    forced-color-adjust: none;
    background: ButtonText;
    color: ButtonFace;
  }
`

/** A button without a frame, in a line of text or beside an icon. */
export const QuietPush = styled(Button)`
  ${base}
  &,
  &[data-disabled] {
    border-color: transparent;
  }
  padding: 3px 6px;
  min-width: 28px;
`

/** A button that stays in. */
export const Latch = styled(ToggleButton)`
  ${base}
  &[data-selected] {
    background: ${({ theme }) => theme.ink};
    color: ${({ theme }) => theme.ground};
  }
  &[data-selected]::before {
    content: '■' / '';
    font-size: 0.8em;
  }
  @media (forced-colors: active) {
    &[data-selected] {
      forced-color-adjust: none;
      background: Highlight;
      color: HighlightText;
    }
  }
`
