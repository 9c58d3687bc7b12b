import { Slider, SliderThumb, SliderTrack } from 'react-aria-components'
import styled from 'styled-components'
import type { DayAnswer } from '../api/types'
import { LiveTime } from '../ui/Field'
import { Push } from '../ui/Push'
import { clockAt } from './clock'
import { LEFT, RIGHT } from './strip/scale'

const Ruler = styled(Slider)<{ $quarter: string }>`
  padding: 0 ${RIGHT}px 0 ${LEFT}px;
  margin-top: -4px;
  .track {
    height: 44px;
    position: relative;
    touch-action: pan-y;
  }
  .track::before {
    content: '';
    position: absolute;
    inset: 14px 0 auto;
    height: 12px;
    border-bottom: 1.5px solid ${({ theme }) => theme.engraved};
    background: repeating-linear-gradient(
      90deg,
      ${({ theme }) => theme.engraved} 0 1px,
      transparent 1px ${({ $quarter }) => $quarter}
    );
    opacity: 0.6;
  }
  .thumb {
    top: 20px;
    width: 84px;
    height: 34px;
    display: grid;
    place-items: center;
    background: ${({ theme }) => theme.ground};
    border: 2px solid ${({ theme }) => theme.ink};
    font-weight: 750;
    font-size: 18px;
    font-stretch: 84%;
    cursor: grab;
  }
`
const Line = styled.p`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 2px 10px;
  padding-bottom: 8px;
`

type Props = {
  answer: DayAnswer
  minute: number
  show: (clock: string) => string
  error?: string
  /** While it is turned. */
  onTurn: (minute: number) => void
  /** When it is let go, or typed. */
  onSet: (clock: string) => void
}

/** The clock under the strip: turned by hand, by keys, or typed. */
export function ClockRuler({ answer, minute, show, onTurn, onSet }: Props) {
  const from = Math.max(0, answer.from - 30)
  const until = Math.min(answer.minutes, answer.until + 30)
  return (
    <Ruler
      aria-label="Clock"
      $quarter={`${(1500 / (until - from)).toFixed(4)}%`}
      minValue={from}
      maxValue={until}
      step={1}
      value={Math.max(from, Math.min(until, minute))}
      onChange={(value) => onTurn(value as number)}
      onChangeEnd={(value) => onSet(clockAt(answer, value as number))}
    >
      <SliderTrack className="track">
        <SliderThumb className="thumb">{show(clockAt(answer, minute))}</SliderThumb>
      </SliderTrack>
    </Ruler>
  )
}

/** “It is 18:42”, to be typed; and the clock on the wall, on the day itself. */
export function ItIs({
  answer,
  minute,
  error,
  onSet,
  isToday,
}: Omit<Props, 'onTurn' | 'show'> & { isToday: boolean }) {
  const now = () => {
    const time = new Date()
    const two = (value: number) => String(value).padStart(2, '0')
    onSet(`${two(time.getHours())}:${two(time.getMinutes())}`)
  }
  return (
    <Line>
      <span>
        It is{' '}
        <LiveTime
          label="It is"
          value={clockAt(answer, minute)}
          error={error}
          onCommit={(text) => onSet(text)}
        />
      </span>
      {isToday && <Push onPress={now}>Clock on the wall</Push>}
    </Line>
  )
}
