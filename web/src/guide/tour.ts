import { useNavigate } from 'react-router'
import { putStop, useOnTour } from './onTour'
import { SAMPLE } from './sample'

/** A stop of the tour: where it is, and what there is to see. */
export type TourStop = { path: string; name: string; says: string }

const { job, setup } = SAMPLE
export const stopsOfTour: TourStop[] = [
  {
    path: '/',
    name: 'Jobs',
    says: 'What comes next stands on top, with how long until then. A job has its setups in shooting order, each with the light of its minute.',
  },
  {
    path: `/setups/${setup}`,
    name: 'Bench',
    says: 'Left, what you know: subject, meter readings, lights. In the middle, the picture as it will be and its levels in stops. Turn a dial or drag a bar, and everything else follows.',
  },
  {
    path: `/setups/${setup}/set`,
    name: 'Set',
    says: 'Where everything stands, from above and from the camera. Move a light with the mouse, a finger or the arrow keys, and read what that does.',
  },
  {
    path: `/setups/${setup}/colour`,
    name: 'Colour',
    says: 'Every light on one rule in mired, the camera’s setting as a line through all of them, and the films that bring them together.',
  },
  {
    path: `/jobs/${job}/day`,
    name: 'Day',
    says: 'The sun, the sky and the hours at the place. Setups are put where their light is, and the ladder says when to turn which dial.',
  },
  {
    path: `/jobs/${job}/card`,
    name: 'Card',
    says: 'All of it for the hand: large dials, the ladder by the clock, what to pack and what to check. As one file it works on any phone without a network.',
  },
  {
    path: `/jobs/${job}/log`,
    name: 'Log',
    says: 'Every take with how far it stood off the plan. What frames tell again and again is offered as a correction.',
  },
  {
    path: '/drills',
    name: 'Drills',
    says: 'Ten short rounds for the eye, on frames made up for each. What goes wrong comes back sooner.',
  },
]

/** The tour: begun, gone along, left. */
export function useTour() {
  const navigate = useNavigate()
  const stop = useOnTour()
  const go = (next: number) => {
    const there = stopsOfTour[next]
    putStop(there ? next : null)
    if (there) void navigate(there.path)
  }
  return { stop, begin: () => go(0), go, leave: () => putStop(null) }
}
