import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { lookAgain } from '../api/ear'
import { kitQuery, settingsQuery } from '../api/queries'
import { sayInHalves } from './clicks'

/** Amounts are said in halves where that is chosen, or where every body of the kit clicks in halves and nothing is chosen. */
export default function Clicks() {
  const queries = useQueryClient()
  const settings = useQuery(settingsQuery).data
  const byCamera = settings !== undefined && settings.house.step === null
  const bodies = useQuery({ ...kitQuery, enabled: byCamera }).data?.flatMap(({ item }) =>
    item.kind === 'camera' ? [item.step] : [],
  )
  const halves = byCamera
    ? !!bodies?.length && bodies.every((step) => step === 'halves')
    : settings?.house.step === 'halves'
  useEffect(() => {
    // What was answered before is answered again, in these words.
    if (sayInHalves(halves)) lookAgain(queries)
  }, [halves, queries])
  return null
}
