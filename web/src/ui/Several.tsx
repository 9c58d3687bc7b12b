import { DialogTrigger, Dialog, Popover } from 'react-aria-components'
import styled from 'styled-components'
import type { Choice } from './choices'
import { Latch, Push } from './Push'

const Slip = styled(Popover)`
  background: ${({ theme }) => theme.plate};
  color: ${({ theme }) => theme.ink};
  border: 1px solid ${({ theme }) => theme.ink};
  padding: 10px;
  max-width: min(420px, 92vw);
  section {
    outline: none;
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
  }
`
const InLine = styled(Push)`
  padding: 0 2px;
  min-height: 28px;
  border-width: 0 0 1px;
  border-radius: 0;
  font-weight: 700;
`

type Props<K extends string> = {
  label: string
  chosen: readonly K[]
  choices: readonly Choice<K>[]
  /** What is said where none is chosen. */
  none: string
  onPut: (id: K, on: boolean) => void
}

/** Any of several, named in a sentence; pressed, each is switched by itself. */
export function Several<K extends string>({ label, chosen, choices, none, onPut }: Props<K>) {
  const names = choices.flatMap((choice) => (chosen.includes(choice.id) ? [choice.name] : []))
  const said = names.join(', ') || none
  return (
    <DialogTrigger>
      <InLine aria-label={`${label}: ${said}`}>{said}</InLine>
      <Slip>
        <Dialog aria-label={label}>
          {choices.map(({ id, name }) => (
            <Latch key={id} isSelected={chosen.includes(id)} onChange={(on) => onPut(id, on)}>
              {name}
            </Latch>
          ))}
        </Dialog>
      </Slip>
    </DialogTrigger>
  )
}
