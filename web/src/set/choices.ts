import type { Arrangement, Card, Pane, Person, Scene } from '../api/types'
import { choicesOf } from '../ui/choices'

export const cards = choicesOf<Card['kind']>({
  white: 'White card',
  silver: 'Silver card',
  gold: 'Gold card',
  black: 'Black card',
  diffusion: 'Diffusion panel',
})
export const panes = choicesOf<Pane['kind']>({ glass: 'Glass', mirror: 'Mirror' })
export const products = choicesOf<Scene['thing']['kind']>({
  block: 'block',
  box: 'wrapped box',
  kettle: 'kettle',
  cup: 'cup, or a row',
  bottle: 'bottle, or a row',
  glass: 'wine glass, or a row',
  watch: 'watch, lying',
})
export const finishes = choicesOf<Scene['thing']['finish']>({
  matt: 'matt',
  gloss: 'gloss',
  metal: 'metal',
  glass: 'glass',
})
export const postures = choicesOf<Person['posture']>({ standing: 'standing', sitting: 'sitting' })
export const arrangements = choicesOf<Arrangement>({
  side_key_with_card: 'Key from the side, card opposite',
  over_camera: 'One light over the camera',
  backlight_with_fill: 'Backlight, fill from the camera',
  on_camera_bounce: 'Flash on the camera, bounced',
  cross_light: 'Cross light',
  even_group: 'Even light for a group',
  window_with_card: 'Window with a card',
  back_to_the_sun: 'Back to the sun, camera aside',
  box_near_glass: 'One box near glass',
})
