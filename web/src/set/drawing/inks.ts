import type { Look } from '../../theme/tokens'

/** The inks of a drawing. Each kind of line also has its own strokes, so that black alone tells them apart. */
export type Inks = {
  paper: string
  ink: string
  quiet: string
  line: string
  flash: string
  ambient: string
  warn: string
  fill: string
}

export const inksOf = (look: Look): Inks => ({
  paper: look.ground,
  ink: look.ink,
  quiet: look.quiet,
  line: look.line,
  flash: look.flash,
  ambient: look.ambient,
  warn: look.warn,
  fill: look.plate,
})

/** For paper: black on white, greys for what is only there to help. */
export const onPaper: Inks = {
  paper: '#ffffff',
  ink: '#000000',
  quiet: '#333333',
  line: '#8a8a8a',
  flash: '#000000',
  ambient: '#333333',
  warn: '#000000',
  fill: '#efefef',
}

/** The strokes of each kind of line. */
export const strokes = {
  beam: '10 4',
  shadow: '2 3',
  sight: '7 3 2 3',
  equal: '1 2.5',
}
