import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { lazy, Suspense } from 'react'
import { RouterProvider } from 'react-aria-components'
import { NavLink, Route, Routes, useHref, useNavigate } from 'react-router'
import styled from 'styled-components'
import { client, need } from './api/client'
import { settingsQuery } from './api/queries'
import { BenchPage } from './bench/BenchPage'
import { JobsPage } from './jobs/JobsPage'
import { useKeyList, useKeys } from './keys/KeysProvider'
import { QuietPush } from './ui/Push'

const DayPage = lazy(() => import('./day/DayPage'))
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

/** The look after this one, for the switch and its key. */
function useNextLook() {
  const queries = useQueryClient()
  const settings = useQuery(settingsQuery).data
  const keep = useMutation({
    mutationFn: (theme: 'daylight' | 'dusk') =>
      need(client.PUT('/api/settings', { body: { ...settings!, theme } })),
    onSuccess: (kept) => queries.setQueryData(settingsQuery.queryKey, kept),
  })
  const dusk = settings?.theme === 'dusk'
  return { dusk, turn: () => settings && keep.mutate(dusk ? 'daylight' : 'dusk') }
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
  return (
    <RouterProvider navigate={navigate} useHref={useHref}>
      <TopRail />
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
    </RouterProvider>
  )
}
