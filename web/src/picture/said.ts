import { stopsLabel } from '../words/stops'
import type { Place } from './planes'

export const percent = (share: number) => `${Math.round(share * 100)} %`
export const clippedShare = (share: number) => (share < 0.01 ? 'under 1 %' : percent(share))

/** The level of a place, in words. */
export function levelSaid({ level, clips }: Place): string {
  return clips ? 'clips' : level === null ? 'no light' : stopsLabel(level)
}

/** What a place says, in words. */
export function said({ level, clips, flash }: Place): string {
  if (clips || level === null) return levelSaid({ level, clips, flash })
  const of = flash < 0.02 ? 'all ambient' : flash > 0.98 ? 'all flash' : `${percent(flash)} of it flash`
  return `${stopsLabel(level)}, ${of}`
}
