import { useMemo } from 'react'
import type { Rung, Setup } from '../api/types'
import { SmallFrame } from '../picture/SmallFrame'

/** A setup at a time, with its dials turned as the ladder has them. */
export function turnedTo(setup: Setup, rung: Rung): Setup {
  const { iso, aperture, shutter, nd, powers } = rung.dials
  const { camera, lights, slot } = setup
  return {
    ...setup,
    camera: {
      ...camera,
      iso: { ...camera.iso, at: iso },
      aperture: { ...camera.aperture, at: aperture },
      shutter: { ...camera.shutter, at: shutter },
      nd: { ...camera.nd, at: nd },
    },
    lights: lights.map((light, index) => ({
      ...light,
      power: { ...light.power, at: powers[index] ?? light.power.at },
    })),
    slot: slot && { ...slot, time: rung.clock },
  }
}

/** The frame a rung of the ladder gives, small and rough. */
export function RungPicture({
  id,
  setup,
  rung,
  time,
}: {
  id: string
  setup: Setup
  rung: Rung
  time: string
}) {
  const draft = useMemo(() => turnedTo(setup, rung), [rung, setup])
  return (
    <SmallFrame id={id} setup={draft} label={`The frame at ${time}, turned so`} mark={rung.clock} side={84} />
  )
}
