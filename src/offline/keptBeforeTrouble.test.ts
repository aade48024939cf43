import { describe, expect, it } from 'vitest'
import { keptBeforeTrouble } from './keptBeforeTrouble'

type Fetched = Parameters<typeof keptBeforeTrouble.fetchDidSucceed>[0]
type Failed = Parameters<typeof keptBeforeTrouble.handlerDidError>[0]

/** A page as the server answers with it, and the plugin's state for this one request. */
const asked = (status: number) => {
  const state = {}
  const response = new Response('page', { status })
  return {
    response,
    fetched: () => keptBeforeTrouble.fetchDidSucceed({ response, state } as unknown as Fetched),
    shownWithoutKept: () => keptBeforeTrouble.handlerDidError({ state } as unknown as Failed),
  }
}

describe('a page that is asked for', () => {
  it.each([200, 404, 403])('is shown as the server answers, with %d', async (status) => {
    const { response, fetched } = asked(status)
    expect(await fetched()).toBe(response)
  })

  it.each([500, 502, 503, 504])('counts as not had with %d, so that the kept one is shown', async (status) => {
    const { response, fetched, shownWithoutKept } = asked(status)
    await expect(fetched()).rejects.toThrow(String(status))
    expect(await shownWithoutKept()).toBe(response)
  })

  it('that did not come at all leaves nothing to be shown in its place', async () =>
    expect(await asked(200).shownWithoutKept()).toBeUndefined())
})
