import { stepTimes } from '../settings/commissioning'
import { type TaskRecord, firstTimeFactors, knownModels } from './firstTime'
import { learnedMinutes } from './learnedMinutes'

/** What a crew's earlier jobs teach of the time that work takes: as much of them as a bench asks for, whatever their number. */
export interface CrewTimes {
  /** Median minutes by kind of task, where there are two or more (F-5). */
  taskMin: Readonly<Record<string, number>>
  /** How many times as long a kind of task took with a model that was new to the crew, where that is on record (F-5). */
  firstTimeFactor: Readonly<Record<string, number>>
  /** Minutes within which four of five steps of commissioning were done, by step, where there are five or more (S-5). */
  stepMin: Readonly<Record<string, number>>
  /** Models that a timed job had, as they are compared; null where nothing was ever timed. */
  knownModels: readonly string[] | null
}

/**
 * Sums up what a crew's earlier jobs took (F-5, S-5).
 *
 * @param recorded minutes of tasks and of steps of commissioning; those that took no minute or over ten hours teach nothing
 * @example crewTimes([{ template: 'isolate', minutes: 31 }, { template: 'isolate', minutes: 43 }]).taskMin // { isolate: 37 }
 */
export const crewTimes = (recorded: readonly TaskRecord[]): CrewTimes => ({
  taskMin: Object.fromEntries(learnedMinutes(recorded)),
  firstTimeFactor: Object.fromEntries(firstTimeFactors(recorded)),
  stepMin: Object.fromEntries(stepTimes(recorded)),
  knownModels: knownModels(recorded),
})

/** Of a crew that timed nothing yet. */
export const NO_TIMES: CrewTimes = crewTimes([])

/**
 * What a record holds under a name of its own: names come from jobs, and every object has names that it never was given.
 *
 * @example ownTime({ isolate: 37 }, 'constructor') // undefined
 */
export const ownTime = (times: Readonly<Record<string, number>>, name: string): number | undefined =>
  Object.hasOwn(times, name) ? times[name] : undefined
