import { memo } from 'react'
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import { MainPush } from '../ui/Push'

/** The one part of the bench a phone shows under the scale. */
export type OnPhone = 'dials' | 'picture' | 'brief' | 'plan' | 'set' | 'colour'

/** On a phone, what the thumb reaches: the parts of the bench, and the one thing to do. */
const Bar = styled.div`
  display: none;
  @media (max-width: 760px) {
    position: fixed;
    inset: auto 0 0 0;
    z-index: 10;
    display: grid;
    grid-template-columns: 4fr 1.2fr;
    background: ${({ theme }) => theme.plate};
    border-top: 2px solid ${({ theme }) => theme.ink};
    > button {
      min-height: 60px;
      border: 0;
      border-left: 2px solid ${({ theme }) => theme.ink};
      font-size: 17px;
    }
  }
  @media (max-width: 760px) and (max-height: 480px) {
    button,
    > button {
      min-height: 44px;
      font-size: 15px;
    }
  }
`
const Views = styled(ToggleButtonGroup)`
  @media (max-width: 760px) {
    display: grid;
    grid-template-columns: repeat(6, auto);
    button {
      min-height: 60px;
      border: 0;
      background: none;
      font-weight: 600;
    }
    button[data-selected] {
      box-shadow: inset 0 6px ${({ theme }) => theme.ink};
      font-weight: 800;
    }
  }
`
type ThumbProps = { part: OnPhone; onShow: (part: OnPhone) => void; onSolve: () => void }

/** The parts of the bench and the one thing to do, under the thumb. */
export const ThumbBar = memo(function ThumbBar({ part, onShow, onSolve }: ThumbProps) {
  return (
    <Bar data-thumb>
      <Views
        aria-label="Part of the bench"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[part]}
        onSelectionChange={(keys) => onShow([...keys][0] as OnPhone)}
      >
        <ToggleButton id="dials">Dials</ToggleButton>
        <ToggleButton id="picture">Picture</ToggleButton>
        <ToggleButton id="brief">Brief</ToggleButton>
        <ToggleButton id="set">Set</ToggleButton>
        <ToggleButton id="colour">Colour</ToggleButton>
        <ToggleButton id="plan">Plan</ToggleButton>
      </Views>
      <MainPush onPress={onSolve}>Solve</MainPush>
    </Bar>
  )
})
