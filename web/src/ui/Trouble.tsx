import type { ReactNode } from 'react'
import styled from 'styled-components'
import { Spoken } from './voice'

const ErrorText = styled.p`
  color: ${({ theme }) => theme.warn};
  font-weight: 550;
`

/** Words for something that went wrong, read out when they appear. */
export function Trouble({ children }: { children: ReactNode }) {
  return <Spoken as={ErrorText}>{children}</Spoken>
}
