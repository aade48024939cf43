import type { FieldIssue } from '@/core/result'
import type { InputOf, JsonUseCaseName, OutputOf } from '@/server/useCases'

/** What the server said no to, in its own words, with the fields it speaks of. */
export class ApiProblem extends Error {
  override name = 'ApiProblem'
  constructor(
    readonly status: number,
    message: string,
    readonly issues: readonly FieldIssue[],
  ) {
    super(message)
  }
}

async function read<T>(response: Response): Promise<T> {
  const body: unknown = await response.json().catch(() => null)
  if (response.ok) return body as T
  const { message, issues } = (body ?? {}) as { message?: string; issues?: FieldIssue[] }
  throw new ApiProblem(response.status, message ?? `The server answered ${response.status}. Try again.`, issues ?? [])
}

async function send<T>(path: string, init: RequestInit): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, { method: 'POST', ...init })
  } catch {
    throw new ApiProblem(0, 'There is no connection. This needs the server; what is on the screen is kept.', [])
  }
  return read<T>(response)
}

/**
 * Sends something to a route of the app.
 *
 * @throws ApiProblem with the server's words, or with status 0 when there is no connection
 */
export const postJson = <T>(path: string, body: unknown): Promise<T> =>
  send<T>(path, { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })

/** The same for a form with a file in it. */
export const postForm = <T>(path: string, body: FormData): Promise<T> => send<T>(path, { body })

/**
 * Calls a use case by its name; both ends read what it takes and gives from the use case itself.
 *
 * @throws ApiProblem with the server's words, or with status 0 when there is no connection
 */
export const callUseCase = <N extends JsonUseCaseName>(name: N, input: InputOf<N>): Promise<OutputOf<N>> =>
  postJson<OutputOf<N>>(`/api/use/${name}`, input)

export async function getJson<T>(path: string, signal?: AbortSignal): Promise<T> {
  return read<T>(await fetch(path, { signal }))
}

/** What went wrong in words for a person, whatever it was: for the places that show a failure and go on. */
export const problemWords = (error: unknown): string =>
  error instanceof ApiProblem
    ? error.message
    : 'Something went wrong in the app itself. Nothing was stored; load the page anew and try again.'
