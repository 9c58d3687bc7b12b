/** The word a device that was let in carries with its changes; none at the desk. */
export const guestToken = (): string | null => {
  // Browsers show cookies of every port of a host.
  const begins = `tolva-token-${window.location.port || '80'}=`
  const found = document.cookie.split('; ').find((cookie) => cookie.startsWith(begins))
  return found?.slice(begins.length) ?? null
}

/** Whether this device was let in from elsewhere in the room. */
export const isGuest = () => guestToken() !== null
