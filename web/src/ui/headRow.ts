import { css } from 'styled-components'

/** The row at the head of a page: what it is of, how it is seen, and what is done with all of it. */
export const headRow = css`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 4px 14px;
  padding: 5px 20px;
  min-height: 46px;
  border-bottom: 1px solid ${({ theme }) => theme.engraved};
`
