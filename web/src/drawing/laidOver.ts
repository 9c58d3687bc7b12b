import { css } from 'styled-components'

/** A picture with a drawing laid over it. */
export const laidOver = css`
  position: relative;
  canvas {
    display: block;
    width: 100%;
    height: auto;
  }
  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
`
