import { limitsOfInstallation } from '../../plan/limitsOfInstallation'
import { formatDuration, formatQuantity } from '../../quantity/formatQuantity'
import { atLeast, atMost } from '../../quantity/tolerance'
import type { Verdict } from '../../rules/verdict'
import { type PointFamily, THE_JOB, type TheJob } from '../family'
import type { EvidenceContext } from '../point'
import { type SlotReadings, slotReadings } from '../slotReadings'

const WORDS = {
  itself: ['itself', 'yes'],
  hand: ['hand', 'by hand'],
  notBack: ['notback', 'no', 'dead'],
  notTried: ['nottried', 'not tried', 'skipped'],
} as const

interface Declared {
  continuousW: number | null
  surgeVa: number | null
  surgeS: number | null
}

/** What the sources are declared to carry on end and for a moment. */
function declaredOf({ installation }: EvidenceContext): Declared {
  const { nightW, surgeVa } = limitsOfInstallation(installation)
  const times = installation.sources.units.map(({ surgeS }) => surgeS)
  const surgeS = times.length === 0 || times.includes(null) ? null : Math.min(...times.map((s) => s ?? 0))
  return { continuousW: nightW, surgeVa, surgeS }
}

type Found = { verdict: Verdict; why: string }

function judgeTrip(slots: SlotReadings, { continuousW, surgeVa, surgeS }: Declared): Found {
  const [powerW, seconds, back] = [slots.number('power'), slots.number('after'), slots.word('back')]
  if (back === 'notTried') return { verdict: 'watch', why: 'Not tried: what protects the source was not seen to work.' }
  if (powerW === null || seconds === null || back === null)
    return {
      verdict: 'open',
      why: 'Power, how long it was carried, and how it came back. Seen once, and not repeated.',
    }
  if (continuousW === null || surgeVa === null || surgeS === null)
    return { verdict: 'open', why: 'What the source is declared to carry, and for how long, is not known.' }
  if (atMost(powerW, continuousW))
    return { verdict: 'stop', why: 'It gave up within the power that is declared on end.' }
  if (atMost(powerW, surgeVa) && !atLeast(seconds, surgeS))
    return { verdict: 'stop', why: `It gave up before the ${formatDuration(surgeS * 1000)} that are declared.` }
  if (back === 'notBack') return { verdict: 'stop', why: 'It did not come back. Do not repeat it; ask the maker.' }
  if (back === 'hand')
    return { verdict: 'watch', why: 'It has to be brought back by hand: how, stands on the card for the household.' }
  return { verdict: 'proven', why: 'It protected itself, and came back by itself.' }
}

/** T-9 as it was seen: an overload trips the source, it recovers, and nobody does it twice. */
export const overloadSeen: PointFamily<TheJob> = {
  id: 'overloadSeen',
  since: '2026-11-28',
  place: 'stayedOn',
  view: 'outage.bench',
  precedes: [],
  waitsFor: 'loadedIsland',
  restsOn: ['inverter', 'battery'],
  proves: [],
  things: ({ sources }) => (sources.units.length === 0 ? [] : [THE_JOB]),
  key: () => 'outage.overload',
  point: () => ({
    subject: 'overload',
    label: 'An overload trips it, and it comes back',
    why: 'Only where the maker’s manual allows it: the household will do it one evening.',
    slots: [
      {
        id: 'power',
        label: 'Power',
        path: ['overload', 'power'],
        input: { kind: 'quantity', unit: 'W', measures: null },
      },
      {
        id: 'after',
        label: 'Gave up after',
        path: ['overload', 'after'],
        input: { kind: 'quantity', unit: 's', measures: null },
      },
      { id: 'back', label: 'Came back', path: ['overload', 'back'], input: { kind: 'word', words: WORDS } },
    ],
    fullOnly: true,
  }),
  judge: (point, context) => {
    const slots = slotReadings(point, context)
    const declared = declaredOf(context)
    const [powerW, seconds] = [slots.number('power'), slots.number('after')]
    return {
      code: 'T-9',
      ...judgeTrip(slots, declared),
      value:
        powerW === null || seconds === null
          ? slots.word('back')
          : `${formatQuantity(powerW, 'W', 3)} for ${formatDuration(seconds * 1000)}`,
      limit:
        declared.surgeVa === null || declared.surgeS === null
          ? null
          : `carries ${formatQuantity(declared.surgeVa, 'VA', 3)} for ${formatDuration(declared.surgeS * 1000)}`,
      basis: 'T-9: overload; a trip before the declared time is Stop.',
    }
  },
}
