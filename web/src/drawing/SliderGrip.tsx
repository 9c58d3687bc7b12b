import type { ReactNode } from 'react'
import { Grip, type useGrip } from './grip'

type Props = ReturnType<typeof useGrip> & {
  label: string
  low: number
  high: number
  now: number
  /** Where it stands, in words. */
  said: string
  /** What journeys find it by. */
  mark: `data-${string}`
  /** Of which thing it is the grip. */
  of?: string
  /** It goes along the drawing only. */
  along?: boolean
  className?: string
  children: ReactNode
}

/** A part of a drawing that is taken hold of and has a value: to a screen reader a slider. */
export function SliderGrip({
  gripProps,
  isFocusVisible,
  label,
  low,
  high,
  now,
  said,
  mark,
  of,
  along,
  className,
  children,
}: Props) {
  return (
    <Grip
      {...gripProps}
      {...{ [mark]: of ?? true }}
      className={className}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={low}
      aria-valuemax={high}
      aria-valuenow={now}
      aria-valuetext={said}
      data-focused={isFocusVisible || undefined}
      style={{ touchAction: 'none', cursor: along ? 'ew-resize' : undefined }}
    >
      {children}
    </Grip>
  )
}
