import { produce } from 'immer'
import type { Colouring, Setup } from '../api/types'
import { skins, whites } from '../bench/choices'
import type { Editing } from '../bench/editing'
import { LiveNumber } from '../ui/Field'
import { LiveChoice } from '../ui/LiveChoice'

type Props = Editing & Pick<Setup, 'subject' | 'background'>

type Lab = Extract<Colouring, { l: number }>

/** A colour of its own begins as a mid one; skin that is measured as intermediate skin. */
const FRESH = { l: 60, a: 0, b: 0, white: 'D65' } as const
const FRESH_SKIN = { as: 'measured_skin', l: 61, a: 11, b: 18, white: 'D65' } as const

/** What is chosen of a colour; nothing where it is as its tone says. */
export const skinId = (colour?: Colouring | null) => (colour?.as === 'skin' ? colour.skin : colour?.as)

/** Skin of a class, or skin to be measured. */
export const skinOf = (id: string): Colouring =>
  id === 'measured_skin' ? FRESH_SKIN : { as: 'skin', skin: id as (typeof skins)[number]['id'] }

/** What skin, thing and background look like in daylight, as live sentences. */
export function SkinLines({ edit, errors, subject, background }: Props) {
  const thing = subject.kind === 'thing'
  const put = (colour: Colouring | null) => edit(produce((s) => void (s.subject.colour = colour)))
  const behind = (colour: Colouring | null) => edit(produce((s) => void (s.background.colour = colour)))
  const chosen = subject.colour
  const choices = [
    { id: 'tone', name: thing ? 'grey of its tone' : 'the usual skin of its tone' },
    ...(thing ? [] : skins),
    ...(thing ? [] : [{ id: 'measured_skin', name: 'skin as measured' }]),
    { id: 'colour', name: 'a colour of its own' },
  ]
  const choose = (id: string) => {
    if (id === 'tone') put(null)
    else if (id === 'colour') put({ as: 'colour', ...FRESH })
    else put(skinOf(id))
  }
  return (
    <p className="lines">
      {thing ? 'The thing' : 'The face'} has{' '}
      <LiveChoice
        label="Colour of the subject"
        value={skinId(chosen) ?? 'tone'}
        choices={choices}
        onChoose={choose}
      />
      {chosen && chosen.as !== 'skin' && (
        <LabFields name="Subject" colour={chosen} at="/subject/colour" errors={errors} onPut={put} />
      )}
      ; the background has{' '}
      <LiveChoice
        label="Colour of the background"
        value={background.colour ? 'colour' : 'grey'}
        choices={[
          { id: 'grey', name: 'no colour' },
          { id: 'colour', name: 'a colour of its own' },
        ]}
        onChoose={(id) => behind(id === 'grey' ? null : { as: 'colour', ...FRESH })}
      />
      {background.colour && background.colour.as !== 'skin' && (
        <LabFields
          name="Background"
          colour={background.colour}
          at="/background/colour"
          errors={errors}
          onPut={behind}
        />
      )}
      .
    </p>
  )
}

type LabProps = {
  name: string
  colour: Lab
  at: string
  errors: Record<string, string>
  onPut: (colour: Colouring) => void
}

/** A colour as it was measured, beside which white. */
export function LabFields({ name, colour, at, errors, onPut }: LabProps) {
  const axis = (key: 'l' | 'a' | 'b') => (
    <LiveNumber
      label={`${name}: ${key === 'l' ? 'L' : key}*`}
      value={colour[key]}
      digits={1}
      step={1}
      error={errors[`${at}/${key}`]}
      onCommit={(value) => onPut({ ...colour, [key]: value })}
    />
  )
  return (
    <>
      {' '}
      L* {axis('l')}, a* {axis('a')}, b* {axis('b')} beside{' '}
      <LiveChoice
        label={`${name}: measured beside`}
        value={colour.white}
        choices={whites}
        onChoose={(white) => onPut({ ...colour, white })}
      />
    </>
  )
}
