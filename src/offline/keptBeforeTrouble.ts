import type { SerwistPlugin } from 'serwist'

/** A server in trouble is as good as none: the kept page is shown, and what the server said only where there is none. */
export const keptBeforeTrouble = {
  fetchDidSucceed: async ({ response, state }) => {
    if (response.status < 500) return response
    if (state) state.trouble = response
    throw new Error(`the server answered ${response.status}`)
  },
  handlerDidError: async ({ state }) => state?.trouble as Response | undefined,
} satisfies SerwistPlugin
