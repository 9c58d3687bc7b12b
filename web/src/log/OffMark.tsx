import { useTheme } from 'styled-components'

type Props = {
  id: string
  x: number
  y: (stops: number) => number
  face: number | null
  background: number | null
}

/** How far a take was from its plan: face as a disc, background as a square. */
export function OffMark({ id, x, y, face, background }: Props) {
  const theme = useTheme()
  return (
    <g data-drift={id}>
      {background !== null && (
        <rect
          x={x - 5}
          y={y(background) - 5}
          width={10}
          height={10}
          fill={theme.ambientWash}
          stroke={theme.ambient}
          strokeWidth={2}
        />
      )}
      {face !== null && <circle cx={x} cy={y(face)} r={5} fill={theme.flash} stroke={theme.ink} />}
    </g>
  )
}
