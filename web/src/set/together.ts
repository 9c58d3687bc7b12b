import { produce } from 'immer'
import type { Aim, Setup } from '../api/types'
import type { Spot } from './moves'

/** Places and directions of what is carried about together: all but walls and panes, which belong to the room. */
type Way = { place: (at: { x: number; y: number }) => void; bearing: (degrees: number) => number }

function carried(setup: Setup, { place, bearing }: Way): Setup {
  return produce(setup, ({ scene, lights }) => {
    const aimed = (part: { at: Spot; aim: Aim }) => {
      place(part.at)
      if (part.aim.at === 'free') part.aim.pan = bearing(part.aim.pan)
    }
    aimed(scene.camera)
    lights.filter((light) => light.held_by !== 'camera').forEach(aimed)
    scene.cards.forEach(aimed)
    for (const person of scene.people) {
      place(person)
      // Who looks into the camera goes on doing so.
      if (person.looks != null) person.looks = bearing(person.looks)
      if (person.body != null) person.body = bearing(person.body)
    }
    place(scene.thing)
    if (scene.thing.looks != null) scene.thing.looks = bearing(scene.thing.looks)
  })
}

const millimetre = (value: number) => Math.round(value * 1000) / 1000
const round = (degrees: number) => Math.round((((degrees + 540) % 360) - 180) * 10) / 10

/** Subject, lights, cards and camera shifted together on the level. */
export const shiftedTogether = (setup: Setup, by: { x: number; y: number }) =>
  carried(setup, {
    place: (at) => Object.assign(at, { x: millimetre(at.x + by.x), y: millimetre(at.y + by.y) }),
    bearing: (degrees) => degrees,
  })

/** The same turned together about the subject, clockwise as seen from above: sun, walls and windows stay where they are. */
export function turnedTogether(setup: Setup, by: number) {
  const { people, thing } = setup.scene
  const middle = setup.subject.kind === 'thing' ? thing : (people[0] ?? thing)
  const [x0, y0] = [middle.x, middle.y]
  const [sine, cosine] = [Math.sin((by * Math.PI) / 180), Math.cos((by * Math.PI) / 180)]
  return carried(setup, {
    place: (at) => {
      const [x, y] = [at.x - x0, at.y - y0]
      Object.assign(at, {
        x: millimetre(x0 + x * cosine + y * sine),
        y: millimetre(y0 - x * sine + y * cosine),
      })
    },
    bearing: (degrees) => round(degrees + by),
  })
}
