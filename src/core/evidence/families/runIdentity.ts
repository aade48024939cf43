import type { CableRun, Installation } from '../../installation/installation'
import { type Continuity, type IdentityObservation, cableIdentity } from '../../wiring/cableIdentity'
import type { PointFamily } from '../family'
import type { Slot } from '../point'
import { type Reading, latestBySlot } from '../reading'
import { RUN_ENDS, runAtComponent } from './runAtComponent'

const CONTINUITY_WORDS = { continuity: ['yes', 'cont', 'continuity'], open: ['no', 'open', 'silent'] } as const

const input: Slot['input'] = { kind: 'word', words: CONTINUITY_WORDS }

/** Key of a run's identity, by its tag. */
export const runIdentityKey = ({ tag }: Pick<CableRun, 'tag'>): string => `wire.identity.${tag}`

/** Slot that says what a run reads while another's far end is joined; its own tag for itself, `none` while all are released. */
export const joinedSlot = (tag: string): string => `joined:${tag}`
export const ALL_RELEASED = joinedSlot('none')

/** Standing identity readings of the runs as W-3 observations: what was joined, and what each run read then. */
export function identityObservations(
  runs: readonly Pick<CableRun, 'tag'>[],
  readings: readonly Reading[],
): IdentityObservation[] {
  return runs.flatMap((run) =>
    [...latestBySlot(readings, runIdentityKey(run)).values()].map(({ slot, valueWord }) => ({
      joined: slot === ALL_RELEASED ? null : slot.slice(joinedSlot('').length),
      readings: { [run.tag]: valueWord as Continuity },
    })),
  )
}

/** State of every run of an installation by W-3. */
export const identitiesOf = ({ runs }: Installation, readings: readonly Reading[]) =>
  cableIdentity(
    runs.map(({ tag }) => tag),
    identityObservations(runs, readings),
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
export const runIdentity: PointFamily<CableRun> = {
  id: 'runIdentity',
  place: 'identity',
  view: 'wire.runs',
  precedes: ['firstLive.identity', 'firstIsland.identity'],
  waitsFor: null,
  restsOn: RUN_ENDS,
  touches: runAtComponent,
  proves: [],
  things: ({ runs }) => runs,
  key: runIdentityKey,
  point: ({ tag, from, to }, { runs }) => ({
    subject: tag,
    label: `${tag} is the run ${from} → ${to}`,
    why: 'Two identical cables swapped put the supply where the house belongs. Colour and guess are no proof.',
    slots: [
      { id: joinedSlot(tag), label: 'Far end joined, near end reads', path: ['join', tag], input },
      { id: ALL_RELEASED, label: 'Far end released, near end reads', path: ['free', tag], input },
      ...runs
        .filter((other) => other.tag !== tag)
        .map((other) => ({
          id: joinedSlot(other.tag),
          label: `With ${other.tag} joined, ${tag} reads`,
          path: ['join', other.tag, tag],
          input,
        })),
    ],
  }),
  judge: (point, context) => {
    const identity = identitiesOf(context.installation, context.readings)[point.thing.tag]
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
