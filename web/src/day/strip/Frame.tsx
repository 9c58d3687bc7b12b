import styled from 'styled-components'

/** What a strip is drawn in. */
export const Frame = styled.div`
  position: relative;
  svg {
    display: block;
    width: 100%;
    overflow: hidden;
  }
  text {
    fill: ${({ theme }) => theme.ink};
    font-size: 12px;
    font-stretch: 84%;
  }
  .quiet {
    fill: ${({ theme }) => theme.quiet};
  }
`
