import { ApiProblem } from './client'

/** Whether Tolva did not answer at all, as against saying no. */
export const unanswered = (error: unknown) =>
  !(error instanceof ApiProblem) || error.problem.type === 'unreachable'

/** How long to wait before asking again, after so many times in vain. */
export const waitFor = (times: number) => Math.min(8000, 250 * 2 ** times)

/** How often a question is asked again that somebody looks at and nobody waits for. */
export const TIMES = 6

type Ways = {
  /** Whether the answer still matters: a newer question may have taken its place. */
  wanted?: () => boolean
  /** What to say while it is asked again. */
  onWait?: (error: unknown) => void
  /** At most so many times; as long as it is wanted without it. */
  times?: number
  pause?: (milliseconds: number) => Promise<void>
}

const sleep = (milliseconds: number) =>
  new Promise<void>((done) => {
    window.setTimeout(done, milliseconds)
  })

/** Asks what changes nothing until it is answered. What is refused is not asked again. */
export async function patiently<T>(
  ask: () => Promise<T>,
  { wanted = () => true, onWait, times = Infinity, pause = sleep }: Ways = {},
): Promise<T> {
  for (let asked = 0; ; asked++) {
    try {
      return await ask()
    } catch (error) {
      if (!unanswered(error) || !wanted() || asked >= times) throw error
      onWait?.(error)
      await pause(waitFor(asked))
      if (!wanted()) throw error
    }
  }
}
