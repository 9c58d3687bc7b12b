import { type Key, Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components'
import styled from 'styled-components'
import { Push, QuietPush } from './Push'

const Drop = styled(Popover)`
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 1px solid ${({ theme }) => theme.ink};
`
const Items = styled(Menu<object>)`
  padding: 4px;
  outline: none;
  [role='menuitem'] {
    padding: 6px 12px;
    cursor: pointer;
    outline: none;
  }
  [role='menuitem'][data-focused] {
    background: ${({ theme }) => theme.line};
  }
  @media (max-width: 760px) {
    [role='menuitem'] {
      padding: 11px 12px;
    }
  }
`

type ChoicesProps<T> = {
  label: string
  /** What of, where the button alone does not say it: begins with the label. */
  name?: string
  /** In rows of which each has one: without a frame. */
  quiet?: boolean
  of: T[]
  onChoose: (one: T) => void
}

/** A button that opens a list of things to do. */
export function Choices<T extends { id: string; name: string }>({
  label,
  name,
  quiet = false,
  of,
  onChoose,
}: ChoicesProps<T>) {
  const choose = (key: Key) => {
    const found = of.find(({ id }) => id === key)
    if (found) onChoose(found)
  }
  const Opener = quiet ? QuietPush : Push
  return (
    <MenuTrigger>
      <Opener aria-label={name}>{label}</Opener>
      <Drop>
        <Items aria-label={name ?? label} onAction={choose}>
          {of.map(({ id, name }) => (
            <MenuItem key={id} id={id}>
              {name}
            </MenuItem>
          ))}
        </Items>
      </Drop>
    </MenuTrigger>
  )
}
