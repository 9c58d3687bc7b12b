import { useQuery } from '@tanstack/react-query'
import { Spoken } from '../ui/voice'
import styled from 'styled-components'
import { isGuest } from '../api/guest'
import { roomQuery } from '../api/queries'
import type { Settings } from '../api/types'
import { download } from '../ui/download'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'
import { Keeping, SaveWords } from '../ui/Keeping'
import { Push } from '../ui/Push'
import { useTitle } from '../ui/useTitle'
import { HabitLines } from './HabitLines'
import { ListLines } from './ListLines'
import { ShareLines } from './ShareLines'
import { useSettings } from './useSettings'

const Page = styled.div`
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
  h2 {
    padding-top: 22px;
  }
`
const pick = <K extends string>(names: Record<K, string>) =>
  (Object.keys(names) as K[]).map((id) => ({ id, name: names[id] }))

/** The studio's settings. */
export default function SettingsPage() {
  useTitle('Settings')
  const { draft: now, errors, edit, session, ...state } = useSettings()
  const room = useQuery(roomQuery).data
  if (!now) {
    return (
      <Spoken as={Page}>
        {state.trouble ?? 'Fetching the settings …'}{' '}
        {state.trouble && <Push onPress={() => session.retry()}>Try again</Push>}
      </Spoken>
    )
  }
  const error = (field: string) => errors[field]
  const set = (change: Partial<Settings>) => edit((settings) => ({ ...settings, ...change }))
  const house = (change: Partial<Settings['house']>) =>
    edit((settings) => ({ ...settings, house: { ...settings.house, ...change } }))
  return (
    <Page>
      <h1>Settings</h1>
      <Keeping state={state} by={session} />
      <div className="line">
        <LiveChoice
          row
          label="Look"
          value={now.theme}
          choices={pick({ device: 'as the device is set', daylight: 'daylight', dusk: 'dusk' })}
          onChoose={(theme) => set({ theme })}
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
          onChoose={(clock) => set({ clock })}
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
        <LiveChoice
          row
          label="Shutter for sport"
          value={now.house.sport}
          choices={pick({ usual: '1/1000 to 1/2000', faster: '1/4000' })}
          onChoose={(sport) => house({ sport })}
        />
      </div>
      <div className="line">
        <LiveChoice
          row
          label="Mains that lamps hang on"
          value={now.house.mains}
          choices={pick({ by_place: 'as at the place', fifty: '50 Hz', sixty: '60 Hz' })}
          onChoose={(mains) => house({ mains })}
        />
      </div>
      <HabitLines
        habits={now.house.habits}
        error={error}
        onPut={(change) => house({ habits: { ...now.house.habits, ...change } })}
      />
      <div className="line">
        <LiveNumber
          row
          label="Meter constant C, incident"
          value={now.house.meter.c}
          step={10}
          error={error('/house/meter/c')}
          onCommit={(c) => house({ meter: { ...now.house.meter, c } })}
        />
      </div>
      <div className="line">
        <LiveNumber
          row
          label="Meter constant K, reflected"
          value={now.house.meter.k}
          step={0.1}
          error={error('/house/meter/k')}
          onCommit={(k) => house({ meter: { ...now.house.meter, k } })}
        />
      </div>
      <div className="line">
        <LiveChoice
          row
          label="Single-key shortcuts"
          value={now.single_keys ? 'on' : 'off'}
          choices={pick({ on: 'on', off: 'off' })}
          onChoose={(on) => set({ single_keys: on === 'on' })}
        />
      </div>
      <p className="line">
        <SaveWords save={state.save} />
      </p>
      {!isGuest() && <ShareLines />}
      <h2>Lines of the field card</h2>
      <p className="said">What the card of every job of a kind has besides what its plan asks for.</p>
      <ListLines value={now.lists} onPut={(lists) => set({ lists })} />
      {!isGuest() && (
        <>
          <h2>The whole studio in one file</h2>
          <p className="line">
            <Push onPress={() => download('/api/backup')}>Back up the studio</Push> Jobs, setups with their
            history, takes with copies of their frames, kit and settings, as of this moment.{' '}
            <code>tolva restore</code> puts it back.
          </p>
        </>
      )}
      {room && room.frames > 0 && (
        <p className="line" data-room>
          Copies of {room.frames === 1 ? '1 frame' : `${room.frames} frames`} take{' '}
          {Math.max(0.1, room.bytes / 1e6).toFixed(1)} MB in the folder <code>frames</code> beside it.
        </p>
      )}
      {!isGuest() && (
        <p className="line">
          <Push onPress={() => download('/api/export')}>Export the kit and every job</Push> Files that can be
          read without Tolva, in one archive. Import on Jobs takes it, or any file of it.
        </p>
      )}
    </Page>
  )
}
