import { useState } from 'react'
import { LiveInput, LiveTextInput, Hidden, Shown, Error, TextRow, arrangement, type Common } from './live'

type TypedProps = Common & {
  /** What is kept, as it is written. */
  shown: string
  /** Takes what was typed; gives words where it cannot be taken. */
  take: (typed: string) => string | null
  onStep?: (by: 1 | -1) => void
  unit?: string
  wide?: boolean
  placeholder?: string
  width?: number
  numeric?: boolean
}

/**
 * A value as people write it: taken when one leaves the field or presses Enter. What cannot be taken, here or by the
 * studio, stays in the field beside its words until it is put right; anything else shows what is kept.
 */
export function Typed(props: TypedProps) {
  const { label, shown, take, onStep, unit, error, ofWhole, tint, row, wide, placeholder, width, numeric } =
    props
  const [typed, setTyped] = useState<string | null>(null)
  const [refused, setRefused] = useState<{ typed: string; words: string | null; over: string } | null>(null)
  // What the studio refused is shown as long as it says so; what is not understood here, until something else is kept.
  const stands = refused?.over === shown && (refused.words !== null || !!error || !!ofWhole) ? refused : null
  const words = stands?.words ?? error ?? (stands ? ofWhole : undefined)
  const value = typed ?? stands?.typed ?? shown
  const commit = () => {
    if (typed !== null && typed !== (stands?.typed ?? shown)) {
      const words = take(typed)
      setRefused({ typed, words, over: shown })
    }
    setTyped(null)
  }
  const LabelAs = row ? Shown : Hidden
  const Input = wide || !numeric ? LiveTextInput : LiveInput
  return (
    <TextRow
      className={arrangement(row)}
      value={value}
      onChange={setTyped}
      isInvalid={!!words}
      validationBehavior="aria"
    >
      <LabelAs>
        {label}
        {unit && <Hidden as="span">, {unit}</Hidden>}
      </LabelAs>
      <span>
        <Input
          $tint={tint}
          $width={width ?? textWidth(value || placeholder || '', wide)}
          placeholder={placeholder}
          inputMode={numeric ? 'decimal' : undefined}
          onBlur={commit}
          onKeyDown={(event) => {
            const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
            if (event.key === 'Enter') commit()
            else if (event.key === 'Escape') setTyped(null)
            else if (by !== 0 && onStep) {
              event.preventDefault()
              event.stopPropagation()
              setTyped(null)
              onStep(by)
            }
          }}
        />
        {unit ? <span aria-hidden> {unit}</span> : null}
      </span>
      <Error>{words}</Error>
    </TextRow>
  )
}

/** Room for a text, in characters; letters are narrower than digits. */
const textWidth = (text: string, wide?: boolean) =>
  Math.min(46, Math.max(wide ? 14 : 4.5, Math.ceil(text.length * 0.92) + (wide ? 2 : 0.4)))
