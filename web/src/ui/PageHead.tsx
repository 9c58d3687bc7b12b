import styled from 'styled-components'
import { headRow } from './headRow'

/** The head of a page that is of one thing and has nothing to edit in its name. */
export const PageHead = styled.header`
  ${headRow}
  h1 {
    font-size: 18px;
    font-weight: 650;
  }
  .end {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px;
  }
  @media (max-width: 760px) {
    padding: 4px 12px;
  }
`
