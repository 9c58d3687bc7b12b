let known: string | null | undefined
let watches = false

/**
 * The word a device that was let in carries with its changes; none at the desk. To ask for a cookie is to ask another process, and waits
 * for it: it is asked for once, and again when this window is come back to, from where the device may have been let in.
 */
export function guestToken(): string | null {
  if (!watches) {
    watches = true
    for (const returned of ['focus', 'visibilitychange'])
      window.addEventListener(returned, () => (known = undefined), { capture: true })
  }
  if (known === undefined) {
    // Browsers show cookies of every port of a host.
    const begins = `tolva-token-${window.location.port || '80'}=`
    const found = document.cookie.split('; ').find((cookie) => cookie.startsWith(begins))
    known = found?.slice(begins.length) ?? null
  }
  return known
}

/** Whether this device was let in from elsewhere in the room. */
export const isGuest = () => guestToken() !== null
