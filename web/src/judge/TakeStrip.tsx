import { Link } from 'react-router'
import styled from 'styled-components'
import type { LogRow } from '../api/types'

const Strip = styled.ol`
  display: flex;
  gap: 8px;
  overflow-x: auto;
  list-style: none;
  padding: 8px 2px;
  li {
    flex: none;
    width: 112px;
  }
  a {
    display: block;
    font-size: 13px;
    text-decoration: none;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    border-top: 3px solid transparent;
    padding-top: 2px;
  }
  a[aria-current] {
    border-top-color: ${({ theme }) => theme.ink};
    font-weight: 650;
  }
  img,
  .none {
    display: block;
    width: 112px;
    height: 75px;
    object-fit: contain;
    background: #767676;
  }
`

/** The latest takes of a setup, the newest first. */
export function TakeStrip({ id, takes, shown }: { id: string; takes: readonly LogRow[]; shown: string }) {
  return (
    <nav aria-label="Takes of this setup">
      <Strip>
        {takes.map((row) => (
          <li key={row.id}>
            <Link to={`/setups/${id}/judge/${row.id}`} aria-current={row.id === shown ? 'true' : undefined}>
              {row.file ? (
                <img src={`/api/takes/${row.id}/frame?small=true`} alt="" loading="lazy" />
              ) : (
                <span className="none" />
              )}
              {row.choice === 'keeper' ? '● ' : row.choice === 'out' ? '✕ ' : ''}
              {row.at.slice(11, 16)} {row.file ?? 'by hand'}
            </Link>
          </li>
        ))}
      </Strip>
    </nav>
  )
}
