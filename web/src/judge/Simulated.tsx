import { useEffect, useRef } from 'react'
import styled from 'styled-components'
import type { TakeMark } from '../api/types'
import { laidOver } from '../drawing/laidOver'
import type { Planes } from '../picture/planes'
import { keyOf } from './marks'

const Held = styled.figure`
  div {
    ${laidOver}
    background: #767676;
  }
`

/** The plan's picture, with marks where the frame has them. */
export function Simulated({ seen, marks }: { seen: Planes; marks: readonly TakeMark[] }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { width, height } = seen.told
  useEffect(() => {
    canvas.current?.getContext('2d')?.putImageData(new ImageData(seen.pixels, width, height), 0, 0)
  }, [height, seen, width])
  return (
    <Held>
      <div>
        <canvas ref={canvas} width={width} height={height} role="img" aria-label="The plan’s picture" />
        <svg viewBox={`0 0 ${width} ${height}`} aria-hidden>
          {marks.map((mark) => (
            <g key={keyOf(mark.of)} transform={`translate(${mark.x * width} ${mark.y * height})`}>
              <circle r={width / 60} fill="none" stroke="#000000" strokeWidth={width / 130} />
              <circle r={width / 60} fill="none" stroke="#ffffff" strokeWidth={width / 300} />
            </g>
          ))}
        </svg>
      </div>
      <figcaption>As the plan has it now.</figcaption>
    </Held>
  )
}
