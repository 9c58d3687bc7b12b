import { useTheme } from 'styled-components'

/** The light on a patch, as a take tells it. */
export type TakenLight = { id: string; minute: number; patch: string; ev: number; error: number }

type Props = { of: TakenLight; x: number; y: (ev: number) => number }

/** What a take tells of the light: a disc for the face, a square for the background, with its likely error. */
export function TakenMark({ of, x, y }: Props) {
  const theme = useTheme()
  const at = y(of.ev)
  return (
    <g data-taken={of.id} data-of={of.patch}>
      <line x1={x} x2={x} y1={y(of.ev + of.error)} y2={y(of.ev - of.error)} stroke={theme.ink} />
      {of.patch === 'face' ? (
        <circle cx={x} cy={at} r={3.6} fill={theme.ink} />
      ) : (
        <rect
          x={x - 3.5}
          y={at - 3.5}
          width={7}
          height={7}
          fill={theme.ground}
          stroke={theme.ink}
          strokeWidth={1.6}
        />
      )}
    </g>
  )
}
