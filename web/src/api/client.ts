import createClient from 'openapi-fetch'
import { guestToken } from './guest'
import type { paths } from './schema'
import type { Problem } from './types'
import { asDialsClick } from '../words/clicks'

/** A word this window makes for itself, so that its newer questions overtake its older ones and nobody else's. */
const asker = Math.random().toString(36).slice(2)
let asked = 0

export const client = createClient<paths>({
  baseUrl: '/',
  // Questions may reach the server in another order than they were asked in: each says which it is. It is said on the way out, so
  // that a question is on its way before the page is drawn with what it is about.
  fetch: (request) => {
    request.headers.set('X-Asker', `${asker} ${++asked}`)
    const token = guestToken()
    if (token !== null) request.headers.set('X-Tolva-Token', token)
    return fetch(request)
  },
})

/** An answer that is a problem: what to say, and at which fields. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

const unreachable: Problem = {
  type: 'unreachable',
  title: 'Tolva does not answer',
  status: 0,
  detail:
    'Tolva does not answer. Is it still running? What you typed is kept here and saved as soon as it does.',
  errors: [],
}

/** What is not in a list that was fetched. */
export const notThere: Problem = {
  type: 'not-found',
  title: 'Not there',
  status: 404,
  detail: 'This is not there any more.',
  errors: [],
}

type Answer<T> = { data?: T; error?: unknown; response: Response }

/** The data of an answer as it is told, or an {@link ApiProblem}. */
export async function needAsTold<T>(answer: Promise<Answer<T>>): Promise<T> {
  let given: Answer<T>
  try {
    given = await answer
  } catch {
    throw new ApiProblem(unreachable)
  }
  if (given.response.ok) return given.data as T
  const problem = given.error as Partial<Problem> | undefined
  // Who was put out stands before the door again; what was typed is kept here.
  if (problem?.type === 'not-let-in') window.location.assign('/join')
  throw new ApiProblem(
    problem?.detail ? (problem as Problem) : { ...unreachable, status: given.response.status },
  )
}

/** The same with its amounts as the dials click. */
export const need = async <T>(answer: Promise<Answer<T>>): Promise<T> =>
  asDialsClick(await needAsTold(answer))

/** Whether a newer question of this window took this one's place: its answer is not missed. */
export const overtaken = (error: unknown) => error instanceof ApiProblem && error.problem.type === 'overtaken'

/** The words for any error. */
export function words(error: unknown): string {
  return error instanceof ApiProblem ? error.problem.detail : unreachable.detail
}
