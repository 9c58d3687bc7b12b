import styled from 'styled-components'
import type { Change, Colours, ColourWay } from '../api/types'
import { byMeaning } from '../ui/byMeaning'
import { Push } from '../ui/Push'
import { GREY } from './Patches'

const List = styled.ul`
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
  li {
    display: grid;
    grid-template-columns: auto minmax(0, 1fr);
    gap: 4px 12px;
    align-items: center;
  }
  .words {
    font-size: 14px;
    line-height: 1.3;
  }
  .price {
    color: ${({ theme }) => theme.quiet};
    font-size: 13px;
  }
`
const Strip = styled.div`
  display: flex;
  padding: 5px;
  background: ${GREY};
  forced-color-adjust: none;
  i {
    width: 30px;
    height: 30px;
  }
`

type Props = { ways: Omit<Colours, 'now'>; onTake: (change: Change) => void }

/** What the wish asks for, with runners-up, and the schools of one setting, each with what it would look like. */
export function Ways({ ways, onTake }: Props) {
  return (
    <>
      <section aria-label="Proposed for the wish">
        <h2>Proposed for the wish</h2>
        <List>
          {byMeaning(ways.proposals, ({ change }) => change).map(({ key, one: way }) => (
            <Way key={key} way={way} onTake={onTake} />
          ))}
        </List>
        {ways.lacking.map((film) => (
          <p key={film.text}>To pack: {film.text}</p>
        ))}
      </section>
      <section aria-label="Schools of one setting">
        <h2>Schools of one setting, with the gels as they are</h2>
        <List>
          {byMeaning(ways.schools, ({ change }) => change).map(({ key, one: way }) => (
            <Way key={key} way={way} onTake={onTake} />
          ))}
        </List>
      </section>
    </>
  )
}

function Way({ way, onTake }: { way: ColourWay; onTake: (change: Change) => void }) {
  const off = way.patches.find((patch) => patch.kind === 'lit_side')?.together
  return (
    <li data-way>
      <Strip aria-hidden>
        {way.patches.map((patch) => (
          <i key={patch.kind} style={{ background: patch.together.seen.srgb }} />
        ))}
      </Strip>
      <div className="words">
        <Push onPress={() => onTake(way.change)}>{way.text}</Push>{' '}
        {off && <span>skin {off.word === 'not seen' ? 'right' : `off, ${off.word}`}. </span>}
        <span className="price">
          {way.price}
          {way.binds.map((bind) => ` ${bind}`)}
        </span>
      </div>
    </li>
  )
}
