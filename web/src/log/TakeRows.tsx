import { Checkbox, GridList, GridListItem, type Selection } from 'react-aria-components'
import { Link } from 'react-router'
import styled from 'styled-components'
import type { LogRow, TakeSeries } from '../api/types'
import { QuietPush } from '../ui/Push'
import { stopsLabel } from '../words/stops'

const Rows = styled(GridList)`
  display: block;
  border-top: 2px solid ${({ theme }) => theme.ink};
  .take {
    display: grid;
    grid-template-columns: 32px 96px 112px minmax(150px, 1fr) minmax(180px, 1.1fr) minmax(220px, 1.6fr);
    gap: 4px 14px;
    align-items: center;
    padding: 6px 2px;
    border-bottom: 1px solid ${({ theme }) => theme.line};
    outline: none;
  }
  .take[data-focus-visible] {
    outline: 2px solid ${({ theme }) => theme.ink};
    outline-offset: -2px;
  }
  .take[data-selected] {
    background: ${({ theme }) => theme.plate};
  }
  img,
  .none {
    display: block;
    width: 96px;
    height: 64px;
    object-fit: contain;
    background: #767676;
  }
  .clock {
    font-size: 19px;
    font-weight: 650;
    font-variant-numeric: tabular-nums;
    line-height: 1.15;
  }
  .quiet {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
    overflow-wrap: anywhere;
  }
  .levels {
    display: grid;
    grid-template-columns: auto auto auto;
    gap: 0 8px;
    justify-content: start;
    font-size: 14px;
    font-variant-numeric: tabular-nums;
  }
  .off {
    color: ${({ theme }) => theme.warn};
    font-weight: 650;
  }
  @media (max-width: 900px) {
    .take {
      grid-template-columns: 44px 96px minmax(0, 1fr);
    }
    .take .wide {
      grid-column: 2 / -1;
    }
  }
`
const Tick = styled(Checkbox)`
  display: flex;
  align-items: center;
  justify-content: center;
  min-width: 32px;
  min-height: 44px;
  cursor: pointer;
  i {
    width: 16px;
    height: 16px;
    border: 1.5px solid ${({ theme }) => theme.ink};
  }
  &[data-selected] i {
    background: ${({ theme }) => theme.ink};
    forced-color-adjust: none;
  }
  &[data-focus-visible] i {
    outline: 2px solid ${({ theme }) => theme.ink};
    outline-offset: 2px;
  }
`

const Head = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: center;
  grid-column: 1 / -1;
  font-size: 13px;
  font-weight: 650;
  padding-top: 4px;
`

type Props = {
  takes: readonly LogRow[]
  /** Which of them belong together. */
  series: readonly TakeSeries[]
  chosen: ReadonlySet<string>
  onChoose: (ids: ReadonlySet<string>) => void
}

/** Takes one under the other, each against its plan. */
export function TakeRows({ takes, series, chosen, onChoose }: Props) {
  // What a group is stands over its first take.
  const heads = new Map(series.filter((one) => one.takes.length > 1).map((one) => [one.takes[0], one]))
  const choose = (keys: Selection) =>
    onChoose(keys === 'all' ? new Set(takes.map((row) => row.id)) : new Set([...keys].map(String)))
  return (
    <Rows aria-label="Takes" selectionMode="multiple" selectedKeys={chosen} onSelectionChange={choose}>
      {takes.map((row) => (
        <GridListItem
          key={row.id}
          id={row.id}
          textValue={`${row.at} ${row.file ?? 'by hand'}`}
          className="take"
        >
          {heads.has(row.id) && (
            <Head data-series={heads.get(row.id)?.kind}>
              {heads.get(row.id)?.text}
              <QuietPush onPress={() => onChoose(new Set([...chosen, ...(heads.get(row.id)?.takes ?? [])]))}>
                Select all {heads.get(row.id)?.takes.length}
              </QuietPush>
            </Head>
          )}
          <Tick slot="selection">
            <i />
          </Tick>
          {row.file ? (
            <img src={`/api/takes/${row.id}/frame?small=true`} alt="" loading="lazy" />
          ) : (
            <span className="none" />
          )}
          <div>
            <div className="clock">{row.at.slice(11, 16)}</div>
            <div className="quiet">{row.at.slice(0, 10)}</div>
          </div>
          <div className="wide">
            <Link to={`/setups/${row.setup}/judge/${row.id}`}>
              {row.setup_name ?? 'a setup that is deleted'}
            </Link>
            <div className="quiet">{row.file ?? 'put down by hand'}</div>
            <div className="quiet">{row.settings}</div>
          </div>
          <div className="levels wide">
            {row.levels.map((level) => {
              const label = level.level == null ? '—' : stopsLabel(level.level)
              return [
                <span key={`${level.patch} name`}>{level.name}</span>,
                <span key={`${level.patch} level`} className={level.strays ? 'off' : undefined}>
                  {label}
                </span>,
                <span key={`${level.patch} planned`} className="quiet">
                  planned {stopsLabel(level.planned)}
                </span>,
              ]
            })}
          </div>
          <div className="wide">
            <div>
              {row.choice === 'keeper' ? '● Keeper. ' : row.choice === 'out' ? '✕ Out. ' : ''}
              {row.levels.length > 0 && row.headline}
            </div>
            {row.drift && (
              <div className="quiet" data-drifted={row.drift.by}>
                {row.drift.text}
              </div>
            )}
            {row.note && <div className="quiet">{row.note}</div>}
          </div>
        </GridListItem>
      ))}
    </Rows>
  )
}
