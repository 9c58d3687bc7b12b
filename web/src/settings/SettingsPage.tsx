import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import styled from 'styled-components'
import { ApiProblem, client, need, words } from '../api/client'
import { settingsQuery } from '../api/queries'
import type { Settings } from '../api/types'
import { LiveChoice, LiveNumber, Trouble } from '../ui/Field'

const Page = styled.main`
  max-width: 680px;
  padding: 14px 20px 60px;
  margin: 0 auto;
  h1 {
    font-size: 24px;
    font-weight: 650;
    font-stretch: 84%;
    padding-bottom: 8px;
  }
  .line {
    border-bottom: 1px solid ${({ theme }) => theme.line};
    padding: 3px 0;
  }
`
const pick = <K extends string>(names: Record<K, string>) =>
  (Object.keys(names) as K[]).map((id) => ({ id, name: names[id] }))

/** The studio's settings. */
export default function SettingsPage() {
  const settings = useQuery(settingsQuery)
  const queries = useQueryClient()
  const keep = useMutation({
    mutationFn: (next: Settings) => need(client.PUT('/api/settings', { body: next })),
    onSuccess: (kept) => {
      queries.setQueryData(settingsQuery.queryKey, kept)
      void queries.invalidateQueries({ queryKey: ['marks'] })
    },
  })
  const now = settings.data
  if (!now)
    return <Page role="status">{settings.error ? words(settings.error) : 'Fetching the settings …'}</Page>
  const problems = keep.error instanceof ApiProblem ? keep.error.problem.errors : []
  const error = (field: string) => problems.find((problem) => problem.field === field)?.detail
  const house = (change: Partial<Settings['house']>) =>
    keep.mutate({ ...now, house: { ...now.house, ...change } })
  return (
    <Page>
      <h1>Settings</h1>
      <div className="line">
        <LiveChoice
          row
          label="Look"
          value={now.theme}
          choices={pick({ device: 'as the device is set', daylight: 'daylight', dusk: 'dusk' })}
          onChoose={(theme) => keep.mutate({ ...now, theme })}
        />
      </div>
      <div className="line">
        <LiveChoice
          row
          label="Distances"
          value={now.house.units}
          choices={pick({ metres: 'metres', feet: 'feet' })}
          onChoose={(units) => house({ units })}
        />
      </div>
      <div className="line">
        <LiveChoice
          row
          label="Clicks of the camera's dials"
          value={now.house.step ?? 'camera'}
          choices={pick({ camera: 'as each camera is set', thirds: 'thirds', halves: 'halves' })}
          onChoose={(step) => house({ step: step === 'camera' ? null : step })}
        />
      </div>
      <div className="line">
        <LiveChoice
          row
          label="Clock"
          value={now.clock}
          choices={pick({ hours24: '24 hours', hours12: '12 hours' })}
          onChoose={(clock) => keep.mutate({ ...now, clock })}
        />
      </div>
      <div className="line">
        <LiveChoice
          row
          label="Slowest time in the hand"
          value={now.house.shake}
          choices={pick({ older: 'one over the focal length', cautious: 'one over twice the focal length' })}
          onChoose={(shake) => house({ shake })}
        />
      </div>
      <div className="line">
        <LiveNumber
          row
          label="Meter constant C, incident"
          value={now.house.meter.c}
          step={10}
          error={error('/house/meter/c')}
          onCommit={(c) => house({ meter: { ...now.house.meter, c: c as number } })}
        />
      </div>
      <div className="line">
        <LiveNumber
          row
          label="Meter constant K, reflected"
          value={now.house.meter.k}
          step={0.1}
          error={error('/house/meter/k')}
          onCommit={(k) => house({ meter: { ...now.house.meter, k: k as number } })}
        />
      </div>
      <div className="line">
        <LiveChoice
          row
          label="Single-key shortcuts"
          value={now.single_keys ? 'on' : 'off'}
          choices={pick({ on: 'on', off: 'off' })}
          onChoose={(on) => keep.mutate({ ...now, single_keys: on === 'on' })}
        />
      </div>
      {keep.error && problems.length === 0 && <Trouble>{words(keep.error)}</Trouble>}
    </Page>
  )
}
