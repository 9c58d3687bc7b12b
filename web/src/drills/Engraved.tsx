import { Slider, SliderThumb, SliderTrack } from 'react-aria-components'
import styled from 'styled-components'
import type { AnswerScale } from './marks'

const Scale = styled(Slider)`
  padding: 34px 26px 4px;
  touch-action: pan-y;
  .track {
    position: relative;
    height: 78px;
    border-top: 2px solid ${({ theme }) => theme.ink};
  }
  .mark {
    position: absolute;
    top: 0;
    width: 0;
    height: 9px;
    border-left: 1px solid ${({ theme }) => theme.engraved};
  }
  .mark.long {
    height: 17px;
    border-left: 1.5px solid ${({ theme }) => theme.ink};
  }
  .mark span {
    position: absolute;
    top: 18px;
    translate: -50% 0;
    font-size: 15px;
    font-stretch: 80%;
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  .thumb {
    top: 26px;
    width: 50px;
    height: 112px;
    cursor: grab;
  }
  .thumb::before {
    content: '';
    position: absolute;
    left: 50%;
    top: 32px;
    bottom: 28px;
    border-left: 3px solid ${({ theme }) => theme.ink};
  }
  .thumb b {
    position: absolute;
    left: 50%;
    top: 0;
    translate: -50% 0;
    padding: 0 8px;
    background: ${({ theme }) => theme.ink};
    color: ${({ theme }) => theme.ground};
    font-size: 22px;
    line-height: 32px;
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
  .thumb[data-focus-visible] b {
    outline: 3px solid ${({ theme }) => theme.flash};
    outline-offset: 2px;
  }
  .thumb[data-disabled] {
    cursor: default;
  }
  .truth {
    position: absolute;
    top: 0;
    height: 58px;
    border-left: 4px solid ${({ theme }) => theme.flash};
  }
  .truth span {
    position: absolute;
    top: 58px;
    translate: -50% 0;
    font-weight: 750;
    white-space: nowrap;
  }
`

type Props = {
  scale: AnswerScale
  value: number
  onChange: (value: number) => void
  /** What is right, once it was answered, and as it is written. */
  truth: { at: number; written: string } | null
}

/** An engraved scale with a hand that is put where the answer is; then what is right stands on it too. */
export function Engraved({ scale, value, onChange, truth }: Props) {
  const along = (at: number) =>
    `${(100 * Math.max(0, Math.min(1, (at - scale.low) / (scale.high - scale.low)))).toFixed(2)}%`
  return (
    <Scale
      aria-label={scale.label}
      minValue={scale.low}
      maxValue={scale.high}
      step={scale.step}
      value={value}
      onChange={(to) => onChange(to as number)}
      isDisabled={truth !== null}
    >
      <SliderTrack className="track">
        {scale.marks.map((mark) => (
          <span
            key={mark.key}
            className={mark.long ? 'mark long' : 'mark'}
            style={{ left: `${(mark.at * 100).toFixed(2)}%` }}
            aria-hidden
          >
            {mark.label && <span>{mark.label}</span>}
          </span>
        ))}
        {truth && (
          <span className="truth" style={{ left: along(truth.at) }} data-truth>
            <span>{truth.written}</span>
          </span>
        )}
        <SliderThumb className="thumb" aria-label={`${scale.label}: ${scale.said(value)}`}>
          <b>{scale.said(value)}</b>
        </SliderThumb>
      </SliderTrack>
    </Scale>
  )
}
