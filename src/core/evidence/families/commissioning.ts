import {
  COMMISSIONING_STEPS,
  type CommissioningStep,
  STEP_ENDS,
  STEP_WORDS,
  type StepEnd,
  type StepRecord,
  isRunning,
  missingBefore,
} from '../../settings/commissioning'
import type { PointFamily } from '../family'
import { type Reading, latestBySlot, madeAt } from '../reading'
import { withinSentence } from '../../withinSentence'

export const BEGUN_SLOT = 'begun'
export const ENDED_SLOT = 'ended'

const TYPED: Readonly<Record<StepEnd, string[]>> = {
  done: ['done', 'ok', 'yes'],
  failed: ['failed', 'no'],
  parked: ['parked', 'later'],
}

const isEnd = (word: string | null | undefined): word is StepEnd => STEP_ENDS.some((end) => end === word)

/** What is on record of a step: when it was last begun, how it ended, and how often it failed since it was last done. */
export function stepRecord(step: CommissioningStep, readings: readonly Reading[]): StepRecord {
  const key = commissioning.key(step)
  const latest = latestBySlot(readings, key)
  const timeOf = (reading: Reading) => Date.parse(madeAt(reading))
  const begun = latest.get(BEGUN_SLOT)
  const ended = latest.get(ENDED_SLOT)
  const ends = readings
    .filter(({ pointKey, slot }) => pointKey === key && slot === ENDED_SLOT)
    .sort((a, b) => timeOf(a) - timeOf(b))
  const lastDone = ends.findLastIndex(({ valueWord }) => valueWord === 'done')
  return {
    begunMs: begun ? timeOf(begun) : null,
    ended: ended && isEnd(ended.valueWord) ? { as: ended.valueWord, atMs: timeOf(ended) } : null,
    failures: ends.slice(lastDone + 1).filter(({ valueWord }) => valueWord === 'failed').length,
  }
}

/** S-5: each step of commissioning, waiting for the last. */
export const commissioning: PointFamily<CommissioningStep> = {
  id: 'commissioning',
  since: '2026-11-28',
  place: 'settings',
  view: 'settings.bench',
  precedes: [],
  waitsFor: null,
  restsOn: ['gateway', 'inverter', 'battery'],
  proves: [],
  things: ({ components }) => (components.some(({ kind }) => kind === 'gateway') ? COMMISSIONING_STEPS : []),
  key: (step) => `settings.step.${step}`,
  point: (step) => ({
    subject: step,
    label: `Commissioning: ${withinSentence(STEP_WORDS[step].name)}`,
    why: STEP_WORDS[step].what,
    slots: [
      {
        id: BEGUN_SLOT,
        label: 'Begun',
        path: ['begin', step],
        input: { kind: 'word', words: { begun: ['begun', 'now', 'yes'] } },
      },
      { id: ENDED_SLOT, label: 'Ended', path: ['step', step], input: { kind: 'word', words: TYPED } },
    ],
    fullOnly: true,
  }),
  judge: (point, { readings }) => {
    const step = point.thing
    const recordOf = (one: CommissioningStep) => stepRecord(one, readings)
    const record = recordOf(step)
    const { ended, failures } = record
    const missing = missingBefore(step, recordOf)
    const common = {
      code: 'S-5',
      value: ended?.as ?? null,
      limit: null,
      basis: 'Steps of commissioning wait for each other.',
    }
    // begun again, whatever it came to before
    if (isRunning(record)) return { ...common, value: 'under way', verdict: 'open', why: 'It is under way.' }
    if (ended === null) return { ...common, verdict: 'open', why: 'Say when it is done, or that it failed.' }
    if (ended.as === 'failed')
      return {
        ...common,
        verdict: 'stop',
        why: failures > 1 ? `It failed ${failures} times: swap the unit, call the maker, or park it.` : 'It failed.',
      }
    if (ended.as === 'parked') return { ...common, verdict: 'open', why: 'It was parked, and is still to do.' }
    if (missing !== null)
      return {
        ...common,
        verdict: 'open',
        why: `It waits for ${withinSentence(STEP_WORDS[missing].name)}, which was not done before it.`,
      }
    return { ...common, verdict: 'proven', why: 'Done, after all that it waits for.' }
  },
}
