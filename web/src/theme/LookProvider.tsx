import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useEffect } from 'react'
import { ThemeProvider } from 'styled-components'
import { settingsQuery } from '../api/queries'
import { GlobalStyle } from './GlobalStyle'
import { look } from './tokens'

/** Puts the chosen look on everything: daylight, dusk, or as the device is set. */
export function LookProvider({ children }: { children: ReactNode }) {
  const chosen = useQuery(settingsQuery).data?.theme
  useEffect(() => {
    // Until the settings are there the page keeps the look it was sent in.
    if (chosen) document.documentElement.dataset.look = chosen
  }, [chosen])
  return (
    <ThemeProvider theme={look}>
      <GlobalStyle />
      {children}
    </ThemeProvider>
  )
}
