import { createGlobalStyle } from 'styled-components'

export const GlobalStyle = createGlobalStyle`
  *, *::before, *::after { box-sizing: border-box; }
  body {
    font-family: 'Archivo Variable', 'Tolva Parts', system-ui, sans-serif;
    font-size: 15px;
    line-height: 1.4;
    font-variant-numeric: tabular-nums;
    -webkit-font-smoothing: antialiased;
  }
  /* What has the focus scrolls clear of what stays where it is: the scale above, the thumb's bar below. */
  html { scroll-padding: 8px; }
  @media (max-width: 760px) {
    html:has([data-thumb]) { scroll-padding-bottom: 84px; }
  }
  @media (max-width: 760px) and (min-height: 481px) {
    html:has([data-stays]) { scroll-padding-top: 48vh; }
  }
  h1, h2, h3, p, ul, ol, dl, dd, figure { margin: 0; padding: 0; }
  ul, ol { list-style: none; }
  h1, h2, h3 { font-size: 1rem; font-weight: 650; }
  a { color: inherit; }
  ::placeholder { color: ${({ theme }) => theme.quiet}; opacity: 1; font-weight: 450; }
  button, input, textarea, select { font: inherit; color: inherit; }
  :focus-visible, [data-focus-visible] {
    outline: 3px solid ${({ theme }) => theme.ink};
    outline-offset: 2px;
  }
  @media (prefers-reduced-motion: reduce) {
    *, *::before, *::after { transition: none !important; animation: none !important; }
  }
`
