import { useQuery } from '@tanstack/react-query'
import { type ReactNode, useSyncExternalStore } from 'react'
import { ThemeProvider } from 'styled-components'
import { settingsQuery } from '../api/queries'
import { GlobalStyle } from './GlobalStyle'
import { daylight, dusk } from './tokens'

const dark = '(prefers-color-scheme: dark)'

function useDeviceIsDark() {
  return useSyncExternalStore(
    (changed) => {
      const query = window.matchMedia(dark)
      query.addEventListener('change', changed)
      return () => query.removeEventListener('change', changed)
    },
    () => window.matchMedia(dark).matches,
  )
}

/** Puts the chosen look on everything: daylight, dusk, or as the device is set. */
export function LookProvider({ children }: { children: ReactNode }) {
  const deviceIsDark = useDeviceIsDark()
  const chosen = useQuery(settingsQuery).data?.theme ?? 'device'
  const look = chosen === 'dusk' || (chosen === 'device' && deviceIsDark) ? dusk : daylight
  return (
    <ThemeProvider theme={look}>
      <GlobalStyle />
      {children}
    </ThemeProvider>
  )
}
