import type { PointFamily } from '../point'

/** Where the person at the far end says what is joined just now; kept like a time, since it is no evidence by itself. */
export const FAR_END_KEY = 'wire.farEnd'
export const RELEASED = 'none'

/** W-3 for two phones: one joins and says so, the other sees it and reads. */
export const farEnd: PointFamily = {
  id: 'farEnd',
  derive: ({ runs }) =>
    runs.length === 0
      ? []
      : [
          {
            key: FAR_END_KEY,
            family: 'farEnd',
            stage: 'wire',
            subject: 'far',
            label: 'Joined at the far end',
            why: 'Two people, one at each end.',
            timing: true,
            slots: [
              {
                id: 'joined',
                label: 'Joined at the far end',
                path: [],
                input: {
                  kind: 'word',
                  words: Object.fromEntries([...runs.map(({ tag }) => [tag, []]), [RELEASED, []]]),
                },
              },
            ],
          },
        ],
  judge: () => ({
    verdict: 'open',
    value: null,
    why: 'Said by the person at the far end; it proves nothing by itself.',
    limit: null,
    basis: null,
    code: 'W-3',
  }),
}
