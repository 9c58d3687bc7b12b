import { keptNumber } from '../ui/keptNumber'

const kept = keptNumber(() => localStorage, 'tolva-task')

export const putTask = kept.put

/** The seed of the task at hand on this device: who goes out with it comes back to it. */
export const useTask = kept.useKept

/** A task nobody knows yet. */
export const drawTask = () => putTask(Math.floor(Math.random() * 2 ** 31))
