import { queryOptions } from '@tanstack/react-query'
import { client, need } from './client'

export const jobsQuery = queryOptions({ queryKey: ['jobs'], queryFn: () => need(client.GET('/api/jobs')) })

export const kitQuery = queryOptions({ queryKey: ['kit'], queryFn: () => need(client.GET('/api/kit')) })

export const settingsQuery = queryOptions({
  queryKey: ['settings'],
  queryFn: () => need(client.GET('/api/settings')),
  staleTime: Infinity,
})

export const marksQuery = queryOptions({
  queryKey: ['marks'],
  queryFn: () => need(client.GET('/api/marks')),
  staleTime: Infinity,
})
