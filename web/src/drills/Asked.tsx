import type { ReactNode } from 'react'
import styled from 'styled-components'
import type { DrillFrame, Round } from '../api/types'
import { SmallFrame } from '../picture/SmallFrame'
import { MADE } from './drillsQuery'

const Seen = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  padding: 8px 0;
  align-items: flex-start;
  > * {
    flex: 1 1 150px;
    max-width: 440px;
  }
  figure {
    margin: 0;
  }
  > svg {
    max-width: 250px;
  }
  figcaption {
    font-size: 15px;
    padding-top: 2px;
  }
  .patch {
    height: 132px;
    outline: 1px solid ${({ theme }) => theme.engraved};
    forced-color-adjust: none;
  }
`

type FramesProps = { frames: readonly DrillFrame[]; shape: number; children?: ReactNode }

/** The frames of a round, beside each other, and what is drawn beside them. */
export function Frames({ frames, shape, children }: FramesProps) {
  return (
    <Seen>
      {frames.map((frame, index) => (
        <figure key={index}>
          <SmallFrame
            setup={frame.setup}
            label={frame.caption || 'A frame to look at'}
            mark={`drill-${index}`}
            side={MADE}
            made={MADE}
            shape={shape}
          />
          {frame.caption && <figcaption>{frame.caption}</figcaption>}
        </figure>
      ))}
      {children}
    </Seen>
  )
}

/** Patches of colour to look at. */
export function Swatches({ swatches }: Pick<Round, 'swatches'>) {
  return (
    <Seen>
      {swatches.map((swatch) => (
        <figure key={swatch.caption}>
          <div
            className="patch"
            role="img"
            aria-label={`${swatch.caption}: ${swatch.srgb}`}
            style={{ background: swatch.srgb }}
          />
          <figcaption>{swatch.caption}</figcaption>
        </figure>
      ))}
    </Seen>
  )
}
