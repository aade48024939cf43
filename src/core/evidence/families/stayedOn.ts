import type { Load } from '../../installation/installation'
import type { PointFamily } from '../family'
import { slotReadings } from '../slotReadings'

const WORDS = { running: ['yes', 'y', 'on', 'running'], dead: ['no', 'n', 'off', 'dead'] } as const

export const stayedOnKey = (tag: string) => `outage.stayedOn.${tag}`

/** H-1: each load that was promised to stay on, seen during the outage. */
export const stayedOn: PointFamily<Load> = {
  id: 'stayedOn',
  periodic: true,
  place: 'stayedOn',
  view: 'outage.bench',
  precedes: [],
  waitsFor: 'loadedIsland',
  restsOn: ['inverter', 'gateway', 'battery'],
  proves: ['staysOn'],
  standsBehind: ({ tag }, { loadTags }) => loadTags.includes(tag),
  things: ({ loads }) => loads.filter((load) => load.backedUp && load.mustStayOn),
  key: ({ tag }) => stayedOnKey(tag),
  point: ({ tag, name }) => ({
    subject: tag,
    label: `${name}: running in the outage`,
    why: 'Promised to the household, so somebody looks.',
    slots: [{ id: 'seen', label: 'Seen running', path: ['on', tag], input: { kind: 'word', words: WORDS } }],
  }),
  judge: (point, context) => {
    const word = slotReadings(point, context).word('seen')
    const common = { code: 'H-1', limit: 'runs on the battery', basis: 'Promise of the plan.', value: word }
    if (word === null) return { ...common, verdict: 'open', why: 'Nobody has looked yet.' }
    return word === 'running'
      ? { ...common, verdict: 'proven', why: 'Seen running while the street was off.' }
      : { ...common, verdict: 'stop', why: 'Dead in the outage, though promised.' }
  },
}
