import styled from 'styled-components'
import type { DrillKind, DrillsTold } from '../api/types'
import { Push } from '../ui/Push'

const List = styled.ul`
  list-style: none;
  padding: 0;
  li {
    display: flex;
    align-items: center;
    gap: 10px;
    border-bottom: 1px solid ${({ theme }) => theme.line};
    padding: 2px 0;
  }
  button {
    flex: 1;
    justify-content: flex-start;
    text-align: left;
    border-color: transparent;
    padding: 3px 0;
    font-stretch: 90%;
  }
  svg {
    flex: none;
  }
  .count {
    width: 4.4em;
    text-align: right;
    font-variant-numeric: tabular-nums;
    font-size: 14px;
    color: ${({ theme }) => theme.quiet};
  }
  rect {
    fill: ${({ theme }) => theme.ground};
    stroke: ${({ theme }) => theme.engraved};
  }
  rect.on {
    fill: ${({ theme }) => theme.flash};
    stroke: ${({ theme }) => theme.flash};
  }
`
const BOXES = [1, 2, 3, 4, 5]

type Props = { told: DrillsTold; onAsk: (kind: DrillKind) => void }

/** Every kind of question with the box it stands in: the further on, the more seldom it comes. */
export function Standing({ told, onAsk }: Props) {
  return (
    <List>
      {told.standing.map((one) => {
        const said =
          one.asked === 0
            ? 'not asked yet'
            : `${one.right} of ${one.asked} right, in box ${one.in_box} of ${BOXES.length}`
        return (
          <li key={one.kind} data-standing={one.kind}>
            <Push onPress={() => onAsk(one.kind)} aria-label={`${one.name}: ${said}`}>
              {one.name}
            </Push>
            <svg width="62" height="16" aria-hidden>
              {BOXES.map((box) => (
                <rect
                  key={box}
                  className={box <= one.in_box ? 'on' : undefined}
                  x={(box - 1) * 12.5 + 0.5}
                  y={13 - 2.2 * box}
                  width="9"
                  height={2.2 * box + 1}
                />
              ))}
            </svg>
            <span className="count" aria-hidden>
              {one.asked === 0 ? 'new' : `${one.right} of ${one.asked}`}
            </span>
          </li>
        )
      })}
    </List>
  )
}
