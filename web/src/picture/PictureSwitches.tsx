import { type Dispatch, memo, type SetStateAction } from 'react'
import { ToggleButton, ToggleButtonGroup } from 'react-aria-components'
import styled from 'styled-components'
import type { Light } from '../api/types'
import { lightMark } from '../words/lightMark'
import { Closeness, type Times } from './CloserLook'
import type { Over } from './planes'

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  margin-top: 6px;
  > div {
    display: flex;
    flex-wrap: wrap;
  }
  button {
    min-height: 28px;
    min-width: 28px;
    padding: 1px 6px;
    border: 1px solid ${({ theme }) => theme.engraved};
    margin-right: -1px;
    background: transparent;
    color: ${({ theme }) => theme.ink};
    font-size: 13px;
    cursor: pointer;
  }
  button[data-disabled] {
    color: ${({ theme }) => theme.engraved};
    cursor: default;
  }
  button[data-selected] {
    background: ${({ theme }) => theme.ink};
    color: ${({ theme }) => theme.ground};
  }
  @media (max-width: 760px) {
    button {
      min-height: 44px;
      padding: 4px 12px;
    }
  }
`

type Props = {
  lights: Light[]
  seenIn: string
  onSeenIn: (light: string) => void
  /** Whether a burst would look different. */
  hasBurst: boolean
  over: Over
  onOver: Dispatch<SetStateAction<Over>>
  isBefore: boolean
  hasBefore: boolean
  onLookBack: (back: boolean) => void
  times: Times | null
  onTimes: (times: Times | null) => void
}

/** In which light the picture is seen, what is drawn over it, and how closely it is looked at. A dial turned changes none of it. */
export const PictureSwitches = memo(function PictureSwitches(props: Props) {
  const { lights, seenIn, onSeenIn, hasBurst, over, onOver, isBefore, hasBefore, onLookBack } = props
  const firing = lights.flatMap((light, index) =>
    light.on ? [{ id: light.id, mark: lightMark(index) }] : [],
  )
  return (
    <Row>
      <ToggleButtonGroup
        aria-label="Light the picture is seen in"
        selectionMode="single"
        disallowEmptySelection
        selectedKeys={[seenIn]}
        onSelectionChange={(keys) => onSeenIn([...keys][0] as string)}
      >
        <ToggleButton id="both">all light</ToggleButton>
        <ToggleButton id="ambient">ambient</ToggleButton>
        <ToggleButton id="flash">flash</ToggleButton>
        {(hasBurst || seenIn === 'burst') && (
          <ToggleButton id="burst" aria-label="as in a burst, the charge used up">
            in a burst
          </ToggleButton>
        )}
        {firing.length > 1 &&
          firing.map(({ id, mark }) => (
            <ToggleButton key={id} id={id} aria-label={`flash ${mark} alone`}>
              {mark}
            </ToggleButton>
          ))}
      </ToggleButtonGroup>
      <ToggleButtonGroup
        aria-label="Drawn over the picture"
        selectionMode="multiple"
        selectedKeys={[...(over.clips ? ['clips'] : []), ...(over.lines ? ['lines'] : [])]}
        onSelectionChange={(keys) => onOver({ clips: keys.has('clips'), lines: keys.has('lines') })}
      >
        <ToggleButton id="clips">clipped</ToggleButton>
        <ToggleButton id="lines">½ stops</ToggleButton>
      </ToggleButtonGroup>
      <div>
        <ToggleButton isSelected={isBefore} onChange={onLookBack} isDisabled={!hasBefore}>
          before
        </ToggleButton>
      </div>
      <Closeness times={props.times} onChange={props.onTimes} />
    </Row>
  )
})
