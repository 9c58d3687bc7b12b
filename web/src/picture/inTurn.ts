let last: Promise<unknown> = Promise.resolve()

/** Does one after the other: small pictures leave the few ways to the server to what is waited for. What was called off is passed over. */
export function inTurn<T>(signal: AbortSignal, does: () => Promise<T>): Promise<T> {
  const turn = last.then(() => {
    signal.throwIfAborted()
    return does()
  })
  last = turn.catch(() => undefined)
  return turn
}
