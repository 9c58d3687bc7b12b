import type { CardLine } from '../api/types'

/** Lines to be ticked: native boxes, since the card has to work as a file where nothing else runs. */
export function Lines({ title, of, lines }: { title: string; of: string; lines: readonly CardLine[] }) {
  return (
    <div>
      <h3>{title}</h3>
      <ul className="lines">
        {lines.map((line) => (
          <li key={line.key}>
            <label>
              <input type="checkbox" data-tick={`${of}/${line.key}`} />
              <span>
                {line.text}
                {line.why && <small>{line.why}</small>}
              </span>
            </label>
          </li>
        ))}
      </ul>
    </div>
  )
}
