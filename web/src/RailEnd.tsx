import { useKeyList, useKeys } from './keys/KeysProvider'
import { useSettings } from './settings/useSettings'
import { QuietPush } from './ui/Push'

/** The look after this one, for the switch and its key. */
function useNextLook() {
  const { draft, edit } = useSettings()
  const dusk = draft?.theme === 'dusk'
  return { dusk, turn: () => edit((settings) => ({ ...settings, theme: dusk ? 'daylight' : 'dusk' })) }
}

/** What stands at the end of the rail: the look, and the keys of the screen. */
export default function RailEnd() {
  const show = useKeyList()
  const look = useNextLook()
  useKeys('rail', [{ key: 'd', name: 'Daylight or dusk', run: look.turn }])
  return (
    <>
      <QuietPush onPress={look.turn}>{look.dusk ? 'Daylight' : 'Dusk'}</QuietPush>
      <QuietPush onPress={show} aria-label="Help of this screen, with its keys">
        ?
      </QuietPush>
    </>
  )
}
