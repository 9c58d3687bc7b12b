import type { Patch } from '../api/types'

type RingProps = { patch: Patch; name: string; x: number; y: number }

/** Where a patch is measured: a ring, and its name on a plate beside it; of the lit side on its left, where its shadow side is on the right. */
export function PatchRing({ patch, name, x, y }: RingProps) {
  const wide = name.length * 6.2 + 8
  const left = patch === 'face' ? -wide - 9 : 9
  return (
    <g data-patch-place={patch} transform={`translate(${x} ${y})`}>
      <circle r={7} fill="none" stroke="#000000" strokeWidth={3} />
      <circle r={7} fill="none" stroke="#ffffff" strokeWidth={1.4} />
      <rect x={left} y={-8} width={wide} height={16} fill="#1c1c1c" fillOpacity={0.72} />
      <text x={left + wide / 2} y={4} textAnchor="middle" fill="#ffffff" aria-hidden>
        {name}
      </text>
    </g>
  )
}
