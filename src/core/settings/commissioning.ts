/** Steps in which a system is brought to work, in the order in which they wait for each other (S-5). */
export const COMMISSIONING_STEPS = ['firmware', 'pairing', 'association', 'profile', 'limits', 'transformers'] as const
export type CommissioningStep = (typeof COMMISSIONING_STEPS)[number]

export const STEP_WORDS: Readonly<Record<CommissioningStep, { name: string; what: string }>> = {
  firmware: { name: 'Firmware', what: 'Everything on the release that the makers ask for.' },
  pairing: { name: 'Pairing', what: 'The gateway finds each unit; count them.' },
  association: { name: 'Association', what: 'The system is entered at its maker’s, over the house’s router.' },
  profile: { name: 'Network profile', what: 'The permitted one, and no other.' },
  limits: { name: 'Limits', what: 'Charging, discharging, export, reserve and band.' },
  transformers: { name: 'Transformers', what: 'Direction, phase and ratio; the balance is their check.' },
}

/** What a step usually takes, in minutes, until a crew knows better. */
export const USUAL_STEP_MIN: Readonly<Record<CommissioningStep, number>> = {
  firmware: 25,
  pairing: 10,
  association: 10,
  profile: 5,
  limits: 10,
  transformers: 15,
}

/** Of so many of its earlier steps a crew's own time is taken, and of fewer the usual one. */
const ENOUGH_STEPS = 5
const CREW_SHARE = 0.8

/** Under what name the minutes of a step stand among a crew's earlier work. */
export const stepWork = (step: CommissioningStep): string => `commissioning.${step}`

/** What a step is held against, in minutes, and whose figure it is. */
export interface UsualStepTime {
  minutes: number
  from: 'crew' | 'default'
}

/**
 * S-5: minutes within which a crew had four of five of its earlier steps of each kind done (nearest rank), once there are five of them.
 *
 * @param recorded minutes of earlier work by its name; other work is left out, and so is what took no minute or over ten hours
 * @example stepTimes([4, 5, 6, 7, 12].map((minutes) => ({ template: 'commissioning.profile', minutes }))).get('profile') // 7
 */
export function stepTimes(
  recorded: readonly { template: string; minutes: number }[],
): ReadonlyMap<CommissioningStep, number> {
  return new Map(
    COMMISSIONING_STEPS.flatMap((step): [CommissioningStep, number][] => {
      const taken = recorded
        .filter(({ template, minutes }) => template === stepWork(step) && minutes >= 1 && minutes <= 600)
        .map(({ minutes }) => minutes)
        .sort((a, b) => a - b)
      if (taken.length < ENOUGH_STEPS) return []
      return [[step, Math.ceil(taken[Math.ceil(CREW_SHARE * taken.length) - 1] as number)]]
    }),
  )
}

/**
 * S-5: what a step is held against: the crew's own time where it is known, what is usual for anybody until then.
 *
 * @param stepMin the crew's own, by step, as `stepTimes` tells them
 * @example usualStepTime('profile', { profile: 7 }) // { minutes: 7, from: 'crew' }
 */
export function usualStepTime(step: CommissioningStep, stepMin: Readonly<Record<string, number>>): UsualStepTime {
  const own = Object.hasOwn(stepMin, step) ? stepMin[step] : undefined
  return own === undefined ? { minutes: USUAL_STEP_MIN[step], from: 'default' } : { minutes: own, from: 'crew' }
}

/** A step that fails as often, or runs as much longer than is usual, is not waited for any more (S-5). */
export const MOST_TRIES = 3
export const DRAGS_FACTOR = 2

export const STEP_ENDS = ['done', 'failed', 'parked'] as const
export type StepEnd = (typeof STEP_ENDS)[number]

/** What is on record of one step; times in ms since 1970. */
export interface StepRecord {
  begunMs: number | null
  ended: { as: StepEnd; atMs: number } | null
  /** How often it failed since it was last done. */
  failures: number
}

/** Whether a step is under way: begun, and not ended since. */
export const isRunning = ({ begunMs, ended }: StepRecord): boolean =>
  begunMs !== null && (ended === null || ended.atMs < begunMs)

/**
 * S-5: whether a step is worth waiting for any longer. It drags when it has run twice as long as is usual, or has failed three times alike;
 * then the unit is swapped, the maker is called, or it is parked and the day is planned anew.
 *
 * @example stepDrags({ begunMs: 0, ended: null, failures: 0 }, 51 * 60_000, 25) // true
 */
export const stepDrags = (record: StepRecord, nowMs: number, usualMin: number): boolean =>
  record.failures >= MOST_TRIES ||
  (isRunning(record) && nowMs - (record.begunMs ?? nowMs) > DRAGS_FACTOR * usualMin * 60_000)

/**
 * S-5: the first step before this one that was not done when this one was, or is under way again; `null` where none is missing. What was done
 * before the step it waits for was done has to be done again.
 */
export function missingBefore(
  step: CommissioningStep,
  recordOf: (step: CommissioningStep) => StepRecord,
): CommissioningStep | null {
  const at = COMMISSIONING_STEPS.indexOf(step)
  const own = recordOf(step).ended
  return (
    COMMISSIONING_STEPS.slice(0, at).find((before) => {
      const record = recordOf(before)
      const { ended } = record
      return isRunning(record) || ended?.as !== 'done' || (own !== null && ended.atMs > own.atMs)
    }) ?? null
  )
}
