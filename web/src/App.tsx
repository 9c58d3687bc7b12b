import { useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { RouterProvider } from 'react-aria-components'
import { NavLink, Route, Routes, useHref, useLocation, useNavigate } from 'react-router'
import styled from 'styled-components'
import { hear, listen, refreshes } from './api/ear'
import { ErrorScreen } from './ErrorScreen'
import { openSessions } from './session/useSession'
import { useSettings } from './settings/useSettings'
import { useKeyList, useKeys } from './keys/KeysProvider'
import { QuietPush } from './ui/Push'
import { unseen } from './ui/unseen'

const BenchPage = lazy(() => import('./bench/BenchPage'))
const DayPage = lazy(() => import('./day/DayPage'))
const JobsPage = lazy(() => import('./jobs/JobsPage'))
const KitPage = lazy(() => import('./kit/KitPage'))
const SheetPage = lazy(() => import('./set/sheet/SheetPage'))
const SettingsPage = lazy(() => import('./settings/SettingsPage'))

const Rail = styled.nav`
  display: flex;
  align-items: center;
  gap: 4px 18px;
  height: 40px;
  padding: 0 20px;
  border-bottom: 1px solid ${({ theme }) => theme.engraved};
  a {
    text-decoration: none;
    padding: 4px 2px;
    border-bottom: 3px solid transparent;
  }
  a[aria-current='page'] {
    border-bottom-color: ${({ theme }) => theme.ink};
    font-weight: 650;
  }
  .mark {
    font-stretch: 75%;
    font-weight: 750;
    letter-spacing: 0.14em;
    text-transform: uppercase;
  }
  .end {
    margin-left: auto;
    display: flex;
  }
  @media (max-width: 760px) {
    gap: 4px 12px;
    padding: 0 12px;
    height: 48px;
    a {
      min-width: 44px;
      min-height: 40px;
      padding-top: 9px;
      text-align: center;
    }
    .mark {
      display: none;
    }
  }
  @media print {
    display: none;
  }
`

/** The first thing the keyboard reaches: past the rail, to the page itself. */
const Skip = styled.a`
  position: absolute;
  left: 8px;
  top: 4px;
  z-index: 30;
  padding: 5px 10px;
  background: ${({ theme }) => theme.plate};
  &:not(:focus) {
    ${unseen}
    height: 1px;
    padding: 0;
  }
`

function toMain(event: React.MouseEvent) {
  event.preventDefault()
  const main = document.querySelector('main')
  main?.setAttribute('tabindex', '-1')
  main?.focus()
}

/** The look after this one, for the switch and its key. */
function useNextLook() {
  const { draft, edit } = useSettings()
  const dusk = draft?.theme === 'dusk'
  return { dusk, turn: () => edit((settings) => ({ ...settings, theme: dusk ? 'daylight' : 'dusk' })) }
}

/** What others change shows by itself; what could not be kept is tried again when the page is looked at again. */
function useStudio() {
  const queries = useQueryClient()
  useEffect(() => {
    const stop = listen()
    const silence = hear((changed) => refreshes(queries, changed))
    const again = () => openSessions().forEach((session) => void session.retry())
    const back = () => document.visibilityState === 'visible' && again()
    window.addEventListener('online', again)
    document.addEventListener('visibilitychange', back)
    return () => {
      stop()
      silence()
      window.removeEventListener('online', again)
      document.removeEventListener('visibilitychange', back)
    }
  }, [queries])
}

function TopRail() {
  const show = useKeyList()
  const look = useNextLook()
  useKeys('rail', [{ key: 'd', name: 'Daylight or dusk', run: look.turn }])
  return (
    <Rail aria-label="Main">
      <span className="mark" aria-hidden>
        Tolva
      </span>
      <NavLink to="/" end>
        Jobs
      </NavLink>
      <NavLink to="/kit">Kit</NavLink>
      <NavLink to="/settings">Settings</NavLink>
      <span className="end">
        <QuietPush onPress={look.turn}>{look.dusk ? 'Daylight' : 'Dusk'}</QuietPush>
        <QuietPush onPress={show} aria-label="Keys on this screen">
          ?
        </QuietPush>
      </span>
    </Rail>
  )
}

export function App() {
  const navigate = useNavigate()
  const { pathname } = useLocation()
  useStudio()
  return (
    <RouterProvider navigate={navigate} useHref={useHref}>
      <Skip href="#main" onClick={toMain}>
        Skip to the page
      </Skip>
      <TopRail />
      <ErrorBoundary FallbackComponent={ErrorScreen} resetKeys={[pathname]}>
        <Suspense fallback={<p role="status">Loading …</p>}>
          <Routes>
            <Route path="/" element={<JobsPage />} />
            <Route path="/setups/:id/:view?" element={<BenchPage />} />
            <Route path="/setups/:id/sheet" element={<SheetPage />} />
            <Route path="/jobs/:id/day" element={<DayPage />} />
            <Route path="/kit" element={<KitPage />} />
            <Route path="/settings" element={<SettingsPage />} />
            <Route path="*" element={<p role="alert">There is no such page. Go to Jobs.</p>} />
          </Routes>
        </Suspense>
      </ErrorBoundary>
    </RouterProvider>
  )
}
