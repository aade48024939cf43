import type { Installation } from '../../installation/installation'
import { type PointFamily, type TheJob, THE_JOB } from '../family'

/** Where the person at the far end says what is joined just now; kept like a time, since it is no evidence by itself. */
export const FAR_END_KEY = 'wire.farEnd'
export const RELEASED = 'none'

/** Every run's tag as an answer, and that nothing is joined. */
const answersOf = ({ runs }: Installation) =>
  Object.fromEntries([...runs.map(({ tag }) => [tag, []] as const), [RELEASED, []] as const])

/** W-3 for two phones: one joins and says so, the other sees it and reads. */
export const farEnd: PointFamily<TheJob> = {
  id: 'farEnd',
  place: 'identity',
  view: 'wire.runs',
  precedes: [],
  waitsFor: null,
  restsOn: [],
  proves: [],
  timing: true,
  things: ({ runs }) => (runs.length === 0 ? [] : [THE_JOB]),
  key: () => FAR_END_KEY,
  point: (_job, installation) => ({
    subject: 'far',
    label: 'Joined at the far end',
    why: 'Two people, one at each end.',
    slots: [
      {
        id: 'joined',
        label: 'Joined at the far end',
        path: [],
        input: { kind: 'word', words: answersOf(installation) },
      },
    ],
  }),
  judge: () => ({
    verdict: 'open',
    value: null,
    why: 'Said by the person at the far end; it proves nothing by itself.',
    limit: null,
    basis: null,
    code: 'W-3',
  }),
}
