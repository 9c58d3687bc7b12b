import { css } from 'styled-components'

/** Not seen, but read out. */
export const unseen = css`
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
  white-space: nowrap;
`
