import type { PointFamily } from '../point'
import { slotReadings } from '../slotReadings'

/** H-1: each load that was promised to stay on, seen during the outage. */
export const stayedOn: PointFamily = {
  id: 'stayedOn',
  derive: ({ loads }) =>
    loads
      .filter((load) => load.backedUp && load.mustStayOn)
      .map((load) => ({
        key: `outage.stayedOn.${load.tag}`,
        family: 'stayedOn',
        stage: 'outage',
        subject: load.tag,
        label: `${load.name} runs in the outage`,
        why: 'Promised to the household, so somebody looks.',
        slots: [
          {
            id: 'seen',
            label: 'Seen running',
            path: ['on', load.tag],
            input: {
              kind: 'word',
              words: { running: ['yes', 'y', 'on', 'running'], dead: ['no', 'n', 'off', 'dead'] },
            },
          },
        ],
      })),
  judge: (point, context) => {
    const word = slotReadings(point, context).word('seen')
    return {
      code: 'H-1',
      limit: 'runs on the battery',
      basis: 'Promise of the plan.',
      value: word,
      verdict: word === null ? 'open' : word === 'running' ? 'proven' : 'stop',
      why:
        word === null
          ? 'Nobody has looked yet.'
          : word === 'running'
            ? 'Seen running while the street was off.'
            : 'Dead in the outage, though promised.',
    }
  },
}
