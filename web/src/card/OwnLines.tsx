import { X } from 'lucide-react'
import styled from 'styled-components'
import type { OnList, OwnLine } from '../api/types'
import { NameToMake } from '../ui/NameToMake'
import { QuietPush } from '../ui/Push'

/** A line's place of its own, for what is added. */
const Add = styled.p`
  padding: 6px 0;
`

type AddProps = {
  /** Which list it is for, in words. */
  label: string
  on: OnList
  lines: readonly OwnLine[]
  onPut: (lines: OwnLine[]) => void
}

/** A line to type, added to a list. */
export function AddLine({ label, on, lines, onPut }: AddProps) {
  const add = (text: string) => {
    // Never an id again that a line had before: it would be ticked as that one was.
    const id = Date.now().toString(36)
    if (text.trim()) onPut([...lines, { id, on, text: text.trim() }])
  }
  return (
    <Add>
      <NameToMake label={label} error={null} onMake={add} />
    </Add>
  )
}

/** Takes a line off its list. */
export function DropLine({ text, onDrop }: { text: string; onDrop: () => void }) {
  return (
    <QuietPush aria-label={`Take off: ${text}`} onPress={onDrop}>
      <X size={16} aria-hidden />
    </QuietPush>
  )
}
