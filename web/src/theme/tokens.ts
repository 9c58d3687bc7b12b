/** The two looks: daylight for the sun, dusk for dark rooms. Greys are neutral; colour belongs to light alone. */
export type Look = {
  name: 'daylight' | 'dusk'
  ground: string
  plate: string
  ink: string
  quiet: string
  line: string
  engraved: string
  ambient: string
  ambientWash: string
  flash: string
  flashWash: string
  warn: string
  warnWash: string
  onStrong: string
}

export const daylight: Look = {
  name: 'daylight',
  ground: '#dcdcdc',
  plate: '#e8e8e8',
  ink: '#121212',
  quiet: '#454545',
  line: '#9a9a9a',
  engraved: '#5a5a5a',
  ambient: '#7d4f00',
  ambientWash: '#e3cf9f',
  flash: '#0a5472',
  flashWash: '#a9cfdf',
  warn: '#a3160f',
  warnWash: '#efd2cf',
  onStrong: '#ffffff',
}

export const dusk: Look = {
  name: 'dusk',
  ground: '#1b1b1b',
  plate: '#252525',
  ink: '#d8d8d8',
  quiet: '#a6a6a6',
  line: '#4c4c4c',
  engraved: '#8a8a8a',
  ambient: '#d9a648',
  ambientWash: '#4a3a17',
  flash: '#6db4d2',
  flashWash: '#173c4b',
  warn: '#ff8c7d',
  warnWash: '#452320',
  onStrong: '#101010',
}
