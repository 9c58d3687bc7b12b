import { Link } from 'react-router'
import styled from 'styled-components'
import type { JobSummary } from '../api/types'

/** Where a job stands on the list: what it is, and its setups beside it. */
export const Entry = styled.article`
  display: grid;
  grid-template-columns: minmax(240px, 1fr) minmax(0, 1.5fr);
  gap: 6px 40px;
  padding: 14px 0 18px;
  border-top: 1px solid ${({ theme }) => theme.engraved};
  .name input {
    font-size: 20px;
    font-stretch: 88%;
    text-align: left;
  }
  h2 {
    font-size: 20px;
    font-stretch: 88%;
    font-weight: 400;
  }
  .lines {
    line-height: 1.8;
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 18px;
    padding-top: 6px;
  }
  .does a {
    padding: 6px 0;
    font-weight: 600;
    text-underline-offset: 4px;
  }
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
  }
`
/** A job to be read and gone to, until what edits it is there. */
export function JobLines({ job }: { job: JobSummary }) {
  return (
    <Entry aria-label={job.job.name} aria-busy>
      <div>
        <h2>{job.job.name}</h2>
        <p className="lines">{[job.job.client, job.job.date, job.job.place].filter(Boolean).join(', ')}</p>
      </div>
      <ol>
        {job.setups.map((setup) => (
          <li key={setup.id}>
            <Link to={`/setups/${setup.id}`}>{setup.name}</Link>
          </li>
        ))}
      </ol>
    </Entry>
  )
}
