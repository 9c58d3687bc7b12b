type HatchProps = { id: string; gap: number; angle: number; stroke: string; width: number; fill?: string }

/** Lines that fill a shape, so that it is told by more than its colour. */
export function Hatch({ id, gap, angle, stroke, width, fill }: HatchProps) {
  return (
    <pattern
      id={id}
      width={gap}
      height={gap}
      patternUnits="userSpaceOnUse"
      patternTransform={`rotate(${angle})`}
    >
      {fill && <rect width={gap} height={gap} fill={fill} />}
      <path d={`M0 0v${gap}`} stroke={stroke} strokeWidth={width} />
    </pattern>
  )
}

/** Dots that fill a shape. */
export function Dots({ id, gap, r, fill }: { id: string; gap: number; r: number; fill: string }) {
  return (
    <pattern id={id} width={gap} height={gap} patternUnits="userSpaceOnUse">
      <circle cx={gap / 2} cy={gap / 2} r={r} fill={fill} />
    </pattern>
  )
}
