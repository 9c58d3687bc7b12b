import { keptNumber } from '../ui/keptNumber'

const kept = keptNumber(() => sessionStorage, 'tolva-tour')

export const putStop = kept.put

/** At which stop of the tour this window is; kept over a reload, gone with the window. */
export const useOnTour = kept.useKept
