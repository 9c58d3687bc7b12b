import type { Day, SitePlace, Spot } from '../api/types'

/** A spot to start from: in the open on grass, the camera looking north. */
export const freshSpot = (id: string, name: string): Spot => ({
  id,
  name,
  surroundings: { kind: 'open' },
  sky: 1,
  ground: 0.2,
  by_water: false,
  subject_faces: 180,
  camera_looks: 0,
  horizon: null,
  lamps: null,
  walk: 0,
})

/** A day to start from, where a place was found: an afternoon and evening under a clear sky, one spot in the open. */
export const freshDay = (found: Pick<SitePlace, 'name' | 'latitude' | 'longitude' | 'zone'>): Day => ({
  place: {
    ...found,
    height: 0,
    horizon: [],
    spots: [freshSpot('spot-1', 'In the open')],
  },
  haze: 'average',
  clouds: [],
  clouds_from: 'hand',
  from: '12:00',
  until: '22:00',
  tolerance: 1 / 3,
})
