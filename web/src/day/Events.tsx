import type { DayAnswer } from '../api/types'

/** What the sun does that day, and the windows of light, as a list to read. */
export function Events({ answer, show }: { answer: DayAnswer; show: (clock: string) => string }) {
  const windows = answer.windows.filter((window) => window.kind !== 'dark')
  return (
    <details>
      <summary style={{ minHeight: 32, paddingTop: 6, cursor: 'pointer' }}>
        Sun and windows of light of the day
      </summary>
      <dl className="points" aria-label="Sun of the day">
        {answer.events.map((event) => (
          <div key={`${event.kind}${event.minute}`} data-event={event.kind}>
            <dt style={{ display: 'inline' }}>{event.name}</dt>{' '}
            <dd style={{ display: 'inline', fontWeight: 650 }}>{show(event.clock)}</dd>
          </div>
        ))}
        {windows.map((window) => (
          <div key={`${window.kind}${window.from}`} data-lasts={window.kind}>
            <dt style={{ display: 'inline' }}>{window.name}</dt>{' '}
            <dd style={{ display: 'inline', fontWeight: 650 }}>
              {show(window.begins)}–{show(window.ends)}
            </dd>
          </div>
        ))}
      </dl>
    </details>
  )
}
