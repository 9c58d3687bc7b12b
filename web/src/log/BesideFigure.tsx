import styled from 'styled-components'

/** A figure, and beside it what it says. */
export const BesideFigure = styled.section`
  display: grid;
  grid-template-columns: minmax(0, 460px) minmax(0, 1fr);
  gap: 4px 24px;
  align-items: center;
  padding: 8px 0 12px;
  border-bottom: 1px solid ${({ theme }) => theme.line};
  .act {
    display: flex;
    gap: 8px;
    padding-top: 8px;
  }
  @media (max-width: 760px) {
    grid-template-columns: 1fr;
  }
`
