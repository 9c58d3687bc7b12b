/** The colours of a look by what they are for; what each is stands in tokens.css, for each look, paper and forced colours. */
export type Look = Record<
  | 'ground'
  | 'plate'
  | 'ink'
  | 'quiet'
  | 'line'
  | 'engraved'
  | 'ambient'
  | 'ambientWash'
  | 'flash'
  | 'flashWash'
  | 'flashEdge'
  | 'warn'
  | 'warnWash'
  | 'onStrong',
  string
>

export const look: Look = {
  ground: 'var(--ground)',
  plate: 'var(--plate)',
  ink: 'var(--ink)',
  quiet: 'var(--quiet)',
  line: 'var(--line)',
  engraved: 'var(--engraved)',
  ambient: 'var(--ambient)',
  ambientWash: 'var(--ambient-wash)',
  flash: 'var(--flash)',
  flashWash: 'var(--flash-wash)',
  flashEdge: 'var(--flash-edge)',
  warn: 'var(--warn)',
  warnWash: 'var(--warn-wash)',
  onStrong: 'var(--on-strong)',
}
