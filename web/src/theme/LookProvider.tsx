import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { ThemeProvider } from 'styled-components'
import { settingsQuery } from '../api/queries'
import { useMedia } from '../ui/useMedia'
import { GlobalStyle } from './GlobalStyle'
import { daylight, dusk } from './tokens'

const dark = '(prefers-color-scheme: dark)'

/** Puts the chosen look on everything: daylight, dusk, or as the device is set. */
export function LookProvider({ children }: { children: ReactNode }) {
  const deviceIsDark = useMedia(dark)
  const chosen = useQuery(settingsQuery).data?.theme ?? 'device'
  const look = chosen === 'dusk' || (chosen === 'device' && deviceIsDark) ? dusk : daylight
  return (
    <ThemeProvider theme={look}>
      <GlobalStyle />
      {children}
    </ThemeProvider>
  )
}
