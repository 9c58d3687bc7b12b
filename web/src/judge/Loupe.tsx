import { useState } from 'react'
import styled from 'styled-components'
import type { TakeMark, TakeTold } from '../api/types'
import { choicesOf } from '../ui/choices'
import { Views } from '../ui/Views'
import { keyOf, nameOf } from './marks'

const SIDE = 200
const Glass = styled.div`
  svg {
    display: block;
    background: #767676;
    max-width: 100%;
  }
`
type Close = '1' | '4'
const views = choicesOf<Close>({ '1': '1:1', '4': '4:1' })

type Props = { told: TakeTold; mark: TakeMark }

/** The place of a mark as the sensor saw it, pixel by pixel; beside the crops that were kept, off the smaller copy. */
export function Loupe({ told, mark }: Props) {
  const [close, setClose] = useState<Close>('1')
  const { id, take } = told.kept
  const { frame } = take
  if (!frame) return null
  const pixels = SIDE / Number(close)
  const [x, y] = [mark.x * frame.width, mark.y * frame.height]
  const index = frame.crops.findIndex(
    (crop) =>
      x - pixels / 2 >= crop.left * frame.width - 1 &&
      y - pixels / 2 >= crop.top * frame.height - 1 &&
      x + pixels / 2 <= crop.left * frame.width + crop.width + 1 &&
      y + pixels / 2 <= crop.top * frame.height + crop.height + 1,
  )
  const crop = frame.crops[index]
  const source = crop
    ? {
        href: `/api/takes/${id}/frame?crop=${index}`,
        x: crop.left * frame.width,
        y: crop.top * frame.height,
        ...crop,
      }
    : { href: `/api/takes/${id}/frame`, x: 0, y: 0, width: frame.width, height: frame.height }
  return (
    <Glass>
      <Views label="How close" views={views} shows={close} onShow={setClose} />
      <svg
        viewBox={`${x - pixels / 2} ${y - pixels / 2} ${pixels} ${pixels}`}
        width={SIDE}
        height={SIDE}
        role="img"
        aria-label={`The ${nameOf(mark.of)} at ${close} to 1`}
        data-loupe={keyOf(mark.of)}
      >
        <image
          href={source.href}
          x={source.x}
          y={source.y}
          width={source.width}
          height={source.height}
          preserveAspectRatio="none"
          style={{ imageRendering: close === '4' ? 'pixelated' : 'auto' }}
        />
      </svg>
      {!crop && (
        <p className="quiet">Off the smaller copy: the mark was moved away from what is kept at full size.</p>
      )}
    </Glass>
  )
}
