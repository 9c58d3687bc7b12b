import '@fontsource-variable/archivo/wdth.css'
import './theme/tokens.css'
import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { StrictMode } from 'react'
import { I18nProvider } from 'react-aria-components'
import { createRoot } from 'react-dom/client'
import { BrowserRouter } from 'react-router'
import { App } from './App'
import { TIMES, unanswered, waitFor } from './api/patience'
import { KeysProvider } from './keys/KeysProvider'
import { LookProvider } from './theme/LookProvider'
import { NoticeProvider } from './ui/Notices'

const queries = new QueryClient({
  defaultOptions: {
    // The studio is this machine: what the browser says of the network is nothing to it.
    queries: {
      retry: (times, error) => unanswered(error) && times < TIMES,
      retryDelay: waitFor,
      refetchOnWindowFocus: true,
      networkMode: 'always',
    },
    mutations: { networkMode: 'always' },
  },
})
const root = document.getElementById('root')
if (root) {
  createRoot(root).render(
    <StrictMode>
      <I18nProvider locale="en-GB">
        <QueryClientProvider client={queries}>
          <LookProvider>
            <NoticeProvider>
              <BrowserRouter>
                <KeysProvider>
                  <App />
                </KeysProvider>
              </BrowserRouter>
            </NoticeProvider>
          </LookProvider>
        </QueryClientProvider>
      </I18nProvider>
    </StrictMode>,
  )
}
