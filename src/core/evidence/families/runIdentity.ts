import type { Installation } from '../../installation/installation'
import { type Continuity, type IdentityObservation, cableIdentity } from '../../wiring/cableIdentity'
import type { PointFamily, Slot } from '../point'
import type { Reading } from '../reading'

const CONTINUITY_WORDS = { continuity: ['yes', 'cont', 'continuity'], open: ['no', 'open', 'silent'] } as const

const input: Slot['input'] = { kind: 'word', words: CONTINUITY_WORDS }

/** Standing identity readings as W-3 observations; a reading's slot names what was joined (`joined:none` for nothing). */
export function identityObservations(readings: readonly Reading[]): IdentityObservation[] {
  const latest = new Map<string, Reading>()
  for (const reading of readings)
    if (reading.pointKey.startsWith('wire.identity.')) latest.set(`${reading.pointKey} ${reading.slot}`, reading)
  return [...latest.values()].map(({ pointKey, slot, valueWord }) => {
    const joined = slot.slice('joined:'.length)
    return {
      joined: joined === 'none' ? null : joined,
      readings: { [pointKey.slice('wire.identity.'.length)]: valueWord as Continuity },
    }
  })
}

/** State of every run of an installation by W-3. */
export const identitiesOf = ({ runs }: Installation, readings: readonly Reading[]) =>
  cableIdentity(
    runs.map(({ tag }) => tag),
    identityObservations(readings),
  )

const WHY = {
  identified: 'Answered while joined, silent while released: this is the run its label says.',
  halfSeen: 'Seen one way only. One more look, joined or released, identifies it.',
  unseen: 'Join its far end and read the near end, then release and read again.',
  crossedOrJoined: 'It answers for another run, or another answers for it: crossed or joined. Nothing goes live on it.',
  noAnswer: 'Its far end is joined and the near end stays silent: broken, or not this run. Nothing goes live on it.',
} as const
const VALUE = {
  identified: 'identified',
  halfSeen: 'half seen',
  unseen: null,
  crossedOrJoined: 'crossed or joined',
  noAnswer: 'no answer',
} as const

/** W-3: which cable is which, by two observations. */
export const runIdentity: PointFamily = {
  id: 'runIdentity',
  derive: ({ runs }) =>
    runs.map((run) => ({
      key: `wire.identity.${run.tag}`,
      family: 'runIdentity',
      stage: 'wire',
      subject: run.tag,
      label: `${run.tag} is the run ${run.from} → ${run.to}`,
      why: 'Two identical cables swapped put the supply where the house belongs. Colour and guess are no proof.',
      slots: [
        { id: `joined:${run.tag}`, label: 'Far end joined, near end reads', path: ['join', run.tag], input },
        { id: 'joined:none', label: 'Far end released, near end reads', path: ['free', run.tag], input },
        ...runs
          .filter(({ tag }) => tag !== run.tag)
          .map(({ tag }) => ({
            id: `joined:${tag}`,
            label: `With ${tag} joined, ${run.tag} reads`,
            path: ['join', tag, run.tag],
            input,
          })),
      ],
    })),
  judge: (point, context) => {
    const identity = identitiesOf(context.installation, context.readings)[point.subject]
    const state = identity?.state ?? 'unseen'
    return {
      verdict: identity?.verdict ?? 'open',
      value: VALUE[state],
      why: WHY[state],
      code: 'W-3',
      limit: 'joined → continuity, released → open',
      basis: 'Identity rule W-3: a pair of observations, never one.',
    }
  },
}
