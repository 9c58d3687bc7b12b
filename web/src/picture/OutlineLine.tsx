import type { OutlineTold } from '../api/types'

/** How the subject stands off from what is behind, along its outline: where it sinks first. */
export function OutlineLine({ outline }: { outline: OutlineTold[] }) {
  if (outline.length === 0) return null
  const sinking = outline.filter(({ sinks }) => sinks)
  const free = outline.filter(({ sinks }) => !sinks)
  return (
    <span data-outline>
      {sinking.map(({ of, text }) => (
        <strong key={of}>{text} </strong>
      ))}
      {free.length > 0 && (
        <>Against what is behind: {free.map(({ text }) => text.toLowerCase()).join(', ')}. </>
      )}
    </span>
  )
}
