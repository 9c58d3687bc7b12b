import { memo, useRef } from 'react'
import { Button } from 'react-aria-components'
import styled from 'styled-components'
import type { DialId, DialReport } from '../api/types'
import { useGrip } from '../drawing/grip'
import { type Tick, Ticks } from '../drawing/Ticks'
import { Latch } from '../ui/Push'
import { Told } from '../ui/Told'
import { dialKey, nearestMark } from './setupDials'

const Row = styled.div<{ $trouble: boolean }>`
  /* A dial turned moves nothing of the others. */
  contain: layout style;
  padding: 6px 0 5px;
  border-bottom: 1px solid ${({ theme }) => theme.line};
  .head {
    display: flex;
    align-items: baseline;
    gap: 10px;
  }
  h3 {
    font-size: 15px;
    font-weight: 600;
    line-height: 1.15;
  }
  output {
    margin-left: auto;
    white-space: nowrap;
    font-size: 38px;
    line-height: 1;
    font-weight: 680;
    font-stretch: 76%;
    color: ${({ theme, $trouble }) => ($trouble ? theme.warn : theme.ink)};
  }
  .also {
    font-size: 13px;
    color: ${({ theme }) => theme.quiet};
    white-space: nowrap;
  }
  .why {
    font-size: 13.5px;
    line-height: 1.25;
    color: ${({ theme, $trouble }) => ($trouble ? theme.warn : theme.quiet)};
    font-weight: ${({ $trouble }) => ($trouble ? 600 : 400)};
  }
  output.long {
    font-size: 29px;
  }
  @container (max-width: 300px) {
    .head {
      gap: 0 6px;
      flex-wrap: wrap;
    }
    output {
      font-size: 33px;
    }
    output.long {
      font-size: 27px;
    }
  }
  @media (max-width: 760px) {
    output {
      font-size: 46px;
    }
    output.long {
      font-size: 34px;
    }
  }
`
const HoldLatch = styled(Latch)`
  min-height: 24px;
  padding: 0 8px;
  font-size: 12.5px;
  @media (max-width: 760px) {
    min-height: 40px;
    padding: 0 14px;
  }
`
const Barrel = styled.div`
  display: grid;
  grid-template-columns: 32px minmax(0, 1fr) 32px;
  align-items: stretch;
  margin: 3px 0;
  @media (max-width: 760px) {
    grid-template-columns: 56px minmax(0, 1fr) 56px;
  }
`
const Click = styled(Button)`
  border: 1px solid ${({ theme }) => theme.engraved};
  background: transparent;
  font-size: 19px;
  line-height: 1;
  cursor: pointer;
  color: ${({ theme }) => theme.ink};
  &[data-hovered] {
    background: ${({ theme }) => theme.plate};
  }
  &[data-disabled] {
    color: ${({ theme }) => theme.line};
    cursor: default;
  }
`
const Strip = styled.div`
  position: relative;
  height: 34px;
  overflow: hidden;
  cursor: ew-resize;
  touch-action: pan-y;
  border-top: 1px solid ${({ theme }) => theme.engraved};
  border-bottom: 1px solid ${({ theme }) => theme.engraved};
  background: ${({ theme }) => theme.plate};
  > svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    overflow: hidden;
    /* As on a barrel, what goes round the edge fades: no number is cut in two. */
    mask-image: linear-gradient(to right, transparent, #000 26px, #000 calc(100% - 26px), transparent);
  }
  text {
    font-stretch: 84%;
  }
  @media (max-width: 760px) {
    height: 48px;
  }
`

/** Pixels from one click to the next on the strip. */
const PITCH = 17
const NUMBERS = 3
/** Clicks to either side within which numbers fit whole on a phone. */
const SHOWN_NUMBERS = 6

type Props = {
  dial: DialReport
  /** Turns it by so many clicks of its strip, as far as that goes. */
  onTurn: (dial: DialId, clicks: number) => void
  onHold: (dial: DialId, held: boolean) => void
}

/** A dial: an engraved strip that slides under a fixed index. Drag it, press beside it, or use the arrow keys. */
export const Dial = memo(function Dial({ dial, onTurn, onHold }: Props) {
  const { strip } = dial
  const here = nearestMark(strip, dial.at)
  const way = useRef({ pixels: 0, clicks: 0 })
  const go = (clicks: number) => onTurn(dial.id, clicks)
  const stride = fullStride(strip)
  const { gripProps, isFocusVisible } = useGrip({
    onTake: () => (way.current = { pixels: 0, clicks: 0 }),
    onHand([x]) {
      const clicks = Math.trunc(-x / PITCH)
      const more = clicks - way.current.clicks
      way.current = { pixels: x, clicks }
      if (more !== 0) go(more)
    },
    onArrow: (x, y) => go(Math.sign(x - y)),
    onLeap: (by) => go(Number.isFinite(by) ? by * stride : Math.sign(by) * strip.length),
  })
  const pressed = (event: React.MouseEvent<HTMLElement>) => {
    // Keyboard and screen readers click without a place; only a press beside the index means a mark.
    if (event.detail === 0 || Math.abs(way.current.pixels) > 2) return
    const bounds = event.currentTarget.getBoundingClientRect()
    const clicks = Math.round((event.clientX - bounds.left - bounds.width / 2) / PITCH)
    if (clicks !== 0) go(clicks)
  }
  return (
    <Row role="group" $trouble={dial.trouble} data-dial={dialKey(dial.id)} aria-label={dial.name}>
      <div className="head">
        <h3>{dial.name}</h3>
        <HoldLatch
          isSelected={dial.held}
          onChange={(held) => onHold(dial.id, held)}
          aria-label={`${dial.name}: ${dial.held ? 'held' : 'free'}`}
        >
          {dial.held ? 'held' : 'free'}
        </HoldLatch>
        <output className={dial.label.length > 6 ? 'long' : undefined}>
          <Told of={dial.name} account={dial.account} />
        </output>
        {dial.also && <span className="also">{dial.also}</span>}
      </div>
      <Barrel>
        <Click
          aria-label={`${dial.name}: one click back`}
          onPress={() => go(-1)}
          isDisabled={here === 0}
          excludeFromTabOrder
        >
          ‹
        </Click>
        <Strip
          {...gripProps}
          onClick={pressed}
          role="slider"
          tabIndex={0}
          aria-label={dial.name}
          aria-valuemin={0}
          aria-valuemax={strip.length - 1}
          aria-valuenow={here}
          aria-valuetext={`${dial.label}${dial.held ? ', held' : ''}`}
          data-focus-visible={isFocusVisible || undefined}
        >
          <Engraving dial={dial} here={here} />
        </Strip>
        <Click
          aria-label={`${dial.name}: one click on`}
          onPress={() => go(1)}
          isDisabled={here === strip.length - 1}
          excludeFromTabOrder
        >
          ›
        </Click>
      </Barrel>
      <p className="why">{dial.reason}</p>
    </Row>
  )
})

function Engraving({ dial, here }: { dial: DialReport; here: number }) {
  const { strip } = dial
  const numbered = numberedMarks(strip)
  const shown = strip.flatMap((mark, index): Tick[] => {
    const off = index - here
    if (Math.abs(off) > 13) return []
    const named = numbered.has(index) && Math.abs(off) <= SHOWN_NUMBERS
    return [
      {
        key: mark.at,
        at: off * PITCH,
        size: mark.full ? 'whole' : 'part',
        label: named ? mark.label.replace(/^f\//, '') : undefined,
      },
    ]
  })
  return (
    <svg aria-hidden>
      <svg x="50%" overflow="visible">
        <Ticks
          ticks={shown}
          along="across"
          lengths={{ whole: 11, half: 8, part: 6 }}
          ink="currentColor"
          quiet="currentColor"
          fontSize={12.5}
        />
        <path d="M-6 0h12l-6 9z" fill="currentColor" />
        <path d="M0 0v14" stroke="currentColor" strokeWidth="2.4" />
      </svg>
    </svg>
  )
}

/** The full marks that get a number: not so near to each other that the numbers would touch. */
function numberedMarks(strip: DialReport['strip']) {
  const numbered = new Set<number>()
  let last = -NUMBERS
  strip.forEach((mark, index) => {
    if (mark.full && index - last >= NUMBERS) {
      numbered.add(index)
      last = index
    }
  })
  return numbered
}

/** Clicks from one full mark to the next. */
function fullStride(strip: DialReport['strip']) {
  const full = strip.flatMap((mark, index) => (mark.full ? [index] : []))
  return full.length > 1 ? full[1]! - full[0]! : 3
}
