import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import type { Choice } from './choices'

const Words = styled(ToggleButtonGroup)`
  display: flex;
  gap: 4px;
  button {
    min-height: 32px;
    padding: 2px 10px;
    border: 0;
    border-bottom: 3px solid transparent;
    background: none;
    cursor: pointer;
  }
  button[data-selected] {
    border-bottom-color: ${({ theme }) => theme.ink};
    font-weight: 650;
  }
  @media (forced-colors: active) {
    button {
      border-bottom-color: Canvas;
    }
    button[data-selected] {
      border-bottom-color: Highlight;
    }
  }
  @media (max-width: 760px) {
    button {
      min-height: 44px;
    }
    &.desk {
      display: none;
    }
  }
`

type Props<K extends string> = {
  label: string
  views: readonly Choice<K>[]
  shows: K
  onShow: (view: K) => void
  /** Only at a desk: on a phone something else does this. */
  deskOnly?: boolean
}

/** Views of one thing as words, of which one is underlined. */
export function Views<K extends string>({ label, views, shows, onShow, deskOnly }: Props<K>) {
  return (
    <Words
      className={deskOnly ? 'desk' : undefined}
      aria-label={label}
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[shows]}
      onSelectionChange={(keys) => onShow([...keys][0] as K)}
    >
      {views.map((view) => (
        <ToggleButton key={view.id} id={view.id}>
          {view.name}
        </ToggleButton>
      ))}
    </Words>
  )
}
