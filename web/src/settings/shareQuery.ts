import { queryOptions } from '@tanstack/react-query'
import { client, need } from '../api/client'
import { isGuest } from '../api/guest'

/** How often the desk looks who is in, in milliseconds: a code that is out counts down. */
const LOOKS = 1000

/** How the studio is shared; a guest is not told. */
export const shareQuery = queryOptions({
  queryKey: ['share'],
  queryFn: () => need(client.GET('/api/share')),
  enabled: () => !isGuest(),
  refetchInterval: (query) => (query.state.data?.open ? LOOKS : false),
})
