import type { ReactNode } from 'react'
import type { CardLine } from '../api/types'

type Props = {
  title: string
  of: string
  lines: readonly CardLine[]
  /** What stands at the end of a line in the program, where there is something to do about it. */
  end?: (line: CardLine) => ReactNode
  children?: ReactNode
}

/** Lines to be ticked: native boxes, since the card has to work as a file where nothing else runs. */
export function Lines({ title, of, lines, end, children }: Props) {
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
            {end?.(line)}
          </li>
        ))}
      </ul>
      {children}
    </div>
  )
}
