import styled from 'styled-components'
import { headRow } from '../ui/headRow'

export const Page = styled.div`
  padding-bottom: 90px;
  .head {
    ${headRow}
  }
  h1 {
    font-size: 18px;
    font-weight: 400;
  }
  .end {
    margin-left: auto;
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
  }
  .body {
    padding: 10px 20px 0;
  }
  .notes {
    border-left: 4px solid ${({ theme }) => theme.engraved};
    padding-left: 8px;
  }
  .lines {
    line-height: 1.7;
  }
  .small {
    font-size: 13px;
    line-height: 1.35;
    color: ${({ theme }) => theme.quiet};
  }
  .does {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    padding: 4px 0;
  }
  .points {
    display: flex;
    flex-wrap: wrap;
    gap: 0 16px;
  }
  h2 {
    font-size: 12.5px;
    font-weight: 600;
    color: ${({ theme }) => theme.quiet};
    padding-bottom: 4px;
  }
  .columns {
    display: grid;
    grid-template-columns: minmax(270px, 1fr) 250px minmax(340px, 1.35fr);
    gap: 10px 28px;
    padding-top: 6px;
  }
  .caution {
    border-left: 4px solid ${({ theme }) => theme.warn};
    padding-left: 8px;
    margin-top: 6px;
    font-size: 13px;
    line-height: 1.35;
  }
  @media (max-width: 1000px) {
    .columns {
      grid-template-columns: 1fr 1fr;
    }
    .columns .list {
      grid-column: 1 / -1;
    }
  }
  @media (max-width: 760px) {
    .head,
    .body {
      padding-left: 12px;
      padding-right: 12px;
    }
    .columns {
      grid-template-columns: 1fr;
    }
    .body.light {
      display: flex;
      flex-direction: column;
    }
    /* In the dark what to turn next comes first, and the strip after it. */
    .body.light .strip {
      order: 2;
    }
    .body.light .columns {
      display: contents;
    }
    .body.light .ladder {
      order: 1;
      padding-bottom: 12px;
    }
    .body.light .compass,
    .body.light .list,
    .body.light .minds {
      order: 3;
      padding-top: 12px;
    }
  }
`
