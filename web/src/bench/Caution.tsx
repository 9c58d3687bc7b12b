import styled from 'styled-components'

/** Something to be careful of, where it applies. */
export const Caution = styled.p`
  border-left: 4px solid ${({ theme }) => theme.warn};
  padding-left: 8px;
  margin-top: 4px;
  font-size: 13px;
  line-height: 1.3;
`
