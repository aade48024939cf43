import { ApiProblem } from '../api'

/**
 * Sends something from the household’s page.
 *
 * @throws ApiProblem with status 0 where there is no connection, and with the server’s words where it refused
 */
export async function sendFromHousehold<T>(path: string, init: RequestInit): Promise<T> {
  let response: Response
  try {
    response = await fetch(path, { method: 'POST', ...init })
  } catch {
    throw new ApiProblem(0, 'There is no connection just now. What you entered is still here; try again.', [])
  }
  const body = (await response.json().catch(() => null)) as (T & { message?: string }) | null
  if (!response.ok || !body) throw new ApiProblem(response.status, body?.message ?? 'That did not work. Try again.', [])
  return body
}
