import { useOnTour } from './guide/onTour'
import { Spoken } from './ui/voice'
import { useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense, useEffect, useRef } from 'react'
import { ErrorBoundary } from 'react-error-boundary'
import { RouterProvider } from 'react-aria-components'
import { NavLink, Route, Routes, useHref, useLocation, useNavigate } from 'react-router'
import styled from 'styled-components'
import { hear, listen, refreshes } from './api/ear'
import { ErrorScreen } from './ErrorScreen'
import { unseen } from './ui/unseen'

const RailEnd = lazy(() => import('./RailEnd'))
const Clicks = lazy(() => import('./words/Clicks'))
const BenchPage = lazy(() => import('./bench/BenchPage'))
const CardPage = lazy(() => import('./card/CardPage'))
const DrillsPage = lazy(() => import('./drills/DrillsPage'))
const GuidePage = lazy(() => import('./guide/GuidePage'))
const TourBar = lazy(() => import('./guide/TourBar'))
const DrillSheet = lazy(() => import('./drills/SheetPage'))
const DayPage = lazy(() => import('./day/DayPage'))
const JobsPage = lazy(() => import('./jobs/JobsPage'))
const JudgePage = lazy(() => import('./judge/JudgePage'))
const KitPage = lazy(() => import('./kit/KitPage'))
const LearntPage = lazy(() => import('./learnt/LearntPage'))
const LogPage = lazy(() => import('./log/LogPage'))
const LostPage = lazy(() => import('./LostPage'))
const SheetPage = lazy(() => import('./set/sheet/SheetPage'))
const StandInsPage = lazy(() => import('./standins/StandInsPage'))
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

const Main = styled.main`
  &:focus {
    outline: none;
  }
`

/** Which page an address is; the views of one setup are one. */
const pageOf = (pathname: string) =>
  pathname.replace(/^(\/setups\/[^/]+)\/(set|colour)$/, '$1').replace(/(\/judge)\/[^/]+$/, '$1')

/** Puts the focus on the page when another one comes, so that the keyboard and a screen reader are there too. */
function useArrival(pathname: string) {
  const main = useRef<HTMLElement>(null)
  const page = pageOf(pathname)
  const before = useRef(page)
  useEffect(() => {
    if (before.current === page) return
    before.current = page
    main.current?.focus()
    window.scrollTo(0, 0)
  }, [page])
  return main
}

/** What others change shows by itself; what could not be kept is tried again when the page is looked at again. */
function useStudio() {
  const queries = useQueryClient()
  useEffect(() => {
    const stop = listen()
    const silence = hear((changed) => refreshes(queries, changed))
    const again = () =>
      void import('./session/useSession').then(
        ({ openSessions }) => openSessions().forEach((session) => void session.retry()),
        // Out of reach still: the next time it is looked at.
        () => undefined,
      )
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
  return (
    <Rail aria-label="Main">
      <span className="mark" aria-hidden>
        Tolva
      </span>
      <NavLink to="/" end>
        Jobs
      </NavLink>
      <NavLink to="/kit">Kit</NavLink>
      <NavLink to="/drills">Drills</NavLink>
      <NavLink to="/guide">Guide</NavLink>
      <NavLink to="/settings">Settings</NavLink>
      <span className="end">
        <Suspense>
          <RailEnd />
        </Suspense>
      </span>
    </Rail>
  )
}

export function App() {
  const navigate = useNavigate()
  const { pathname } = useLocation()
  const main = useArrival(pathname)
  const toMain = (event: React.MouseEvent) => {
    event.preventDefault()
    main.current?.focus()
  }
  useStudio()
  const touring = useOnTour() !== null
  return (
    <RouterProvider navigate={navigate} useHref={useHref}>
      <Skip href="#main" onClick={toMain}>
        Skip to the page
      </Skip>
      <TopRail />
      <Main id="main" tabIndex={-1} ref={main}>
        <ErrorBoundary FallbackComponent={ErrorScreen} resetKeys={[pathname]}>
          <Suspense fallback={<Spoken>Loading …</Spoken>}>
            <Routes>
              <Route path="/" element={<JobsPage />} />
              <Route path="/setups/:id/:view?" element={<BenchPage />} />
              <Route path="/setups/:id/stand-ins" element={<StandInsPage />} />
              <Route path="/setups/:id/judge/:take?" element={<JudgePage />} />
              <Route path="/setups/:id/sheet" element={<SheetPage />} />
              <Route path="/jobs/:id/day" element={<DayPage />} />
              <Route path="/jobs/:id/card" element={<CardPage />} />
              <Route path="/jobs/:id/log" element={<LogPage />} />
              <Route path="/drills" element={<DrillsPage />} />
              <Route path="/drills/sheet/:seed" element={<DrillSheet />} />
              <Route path="/guide/:idea?" element={<GuidePage />} />
              <Route path="/kit" element={<KitPage />} />
              <Route path="/kit/learnt" element={<LearntPage />} />
              <Route path="/settings" element={<SettingsPage />} />
              <Route path="*" element={<LostPage />} />
            </Routes>
          </Suspense>
        </ErrorBoundary>
      </Main>
      <Suspense>
        <Clicks />
        {touring && <TourBar />}
      </Suspense>
    </RouterProvider>
  )
}
