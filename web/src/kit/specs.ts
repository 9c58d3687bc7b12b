import type { KitItem, Starts } from '../api/types'

/** One column of a table on a thing's sheet. */
export type Column = {
  key: string
  label: string
  unit?: string
  step?: number
  choices?: { id: string; name: string }[]
  /** Written as photographers write it. */
  as?: 'power' | 'seconds'
}

/** One value of a thing, as it stands in a sentence of its sheet. */
export type Spec = {
  /** Where it is in the thing, as a JSON pointer. */
  field: string
  label: string
} & (
  | { as: 'number'; unit?: string; step?: number; digits?: number; factor?: number; optional?: boolean }
  | { as: 'mark'; of: MarkKind; optional?: boolean }
  | { as: 'text' }
  | { as: 'power' }
  | { as: 'seconds' }
  | { as: 'choice'; choices: { id: string; name: string }[] }
  | { as: 'switch'; on: true | 'high_speed_sync' | 'beam' | 'films'; words: [string, string] }
  | { as: 'rows'; columns: Column[]; row: 'zoom_row' | 'duration_row' | 'preset_row' }
)

/** Marks that are printed on cameras and filters. */
export type MarkKind = 'aperture' | 'shutter' | 'iso' | 'nd'

export type Kind = KitItem['kind']
export type Fields = Record<string, unknown>

/** Where something stands here, the sentence says nothing. */
export type Unless = { unless: string }

/** A sentence: words, and values that are live. */
export type Sentence = (string | Spec | Unless)[]

export const number = (field: string, label: string, unit?: string, step = 1, digits = 2): Spec => ({
  field,
  label,
  as: 'number',
  unit,
  step,
  digits,
})
export const mark = (field: string, label: string, of: MarkKind, optional = false): Spec => ({
  field,
  label,
  as: 'mark',
  of,
  optional,
})
export const choice = (field: string, label: string, names: Record<string, string>): Spec => ({
  field,
  label,
  as: 'choice',
  choices: Object.entries(names).map(([id, name]) => ({ id, name })),
})

export const text = (field: string, label: string): Spec => ({ field, label, as: 'text' })
export const seconds = (field: string, label: string): Spec => ({ field, label, as: 'seconds' })
export const power = (field: string, label: string): Spec => ({ field, label, as: 'power' })

export const kinds: { kind: Kind; one: string; many: string }[] = [
  { kind: 'camera', one: 'camera', many: 'Cameras' },
  { kind: 'lens', one: 'lens', many: 'Lenses' },
  { kind: 'flash', one: 'flash', many: 'Flashes' },
  { kind: 'modifier', one: 'modifier', many: 'Modifiers' },
  { kind: 'gel', one: 'gel', many: 'Gels' },
  { kind: 'filter', one: 'filter', many: 'ND filters' },
]

/** Choices that bring fields of their own with them, and what those begin as. */
export const variants: Record<string, (starts: Starts, chosen: string) => object | undefined> = {
  '/film/gives': ({ films }, chosen) => films.find((film) => film.gives === chosen),
  '/output/from': ({ outputs }, chosen) => outputs.find((output) => output.from === chosen),
  '/face/shape': ({ faces }, chosen) => faces.find((face) => face.shape === chosen),
}
