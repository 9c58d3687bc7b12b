import styled from 'styled-components'
import type { LearntTold } from '../api/types'

const List = styled.ol`
  counter-reset: frame;
  li {
    counter-increment: frame;
    display: grid;
    grid-template-columns: 34px minmax(0, 1fr) minmax(200px, 300px);
    gap: 2px 14px;
    border-bottom: 1px solid ${({ theme }) => theme.line};
    padding: 8px 0;
  }
  li::before {
    content: counter(frame);
    font-size: 22px;
    font-weight: 650;
    grid-row: 1 / span 2;
  }
  .dials {
    font-size: 17px;
    font-weight: 650;
  }
  .teaches {
    font-size: 14px;
    color: ${({ theme }) => theme.quiet};
    grid-row: 1 / span 2;
    grid-column: 3;
  }
  @media (max-width: 760px) {
    li {
      grid-template-columns: 30px minmax(0, 1fr);
    }
    .teaches {
      grid-row: auto;
      grid-column: 2;
    }
  }
`

/** Which frames to take, one after the other, and what to dial for each. */
export function SessionFrames({ frames }: { frames: LearntTold['session'] }) {
  const first = frames[0]
  const last = frames.at(-1)
  const stops = (value: number) => value.toFixed(1)
  return (
    <>
      {first && last && (
        <p>
          All together the kit is unsure by {stops(first.before)} stops now; after these frames by{' '}
          {stops(last.after)}. Take each in a setup of its own with these things in it, mark the card as the
          face, and judge it.
        </p>
      )}
      <List>
        {frames.map((frame, index) => (
          <li key={index}>
            <span className="dials">{frame.dials}</span>
            <span className="teaches">
              {frame.text} Left unsure after it: {stops(frame.after)} stops.
            </span>
            <span>{frame.scene}</span>
          </li>
        ))}
      </List>
    </>
  )
}
