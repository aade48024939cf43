import { v7 as uuidv7 } from 'uuid'
import type { CrewTask } from '@/core/fit/crewDay'
import type { FitDetails } from '@/core/installation/fit'
import { fitItem } from './house'

/** A task of half an hour for one person, with nothing asked of it. */
export const PLAIN_TASK: FitDetails['task'] = {
  minutes: 30,
  people: 1,
  licensed: false,
  after: null,
  powerOff: false,
  daylight: false,
  dry: false,
  visitTag: null,
  earliestMin: null,
  pinnedMin: null,
  template: null,
  leavesOpen: null,
}

/** A task as the installation holds it. */
export const aTask = (tag: string, change: Partial<FitDetails['task']> = {}) =>
  fitItem('task', tag, { ...PLAIN_TASK, ...change })

/** A task as a use case or a command takes it. */
export const taskToSave = (tag: string, change: Partial<FitDetails['task']> & { name?: string } = {}) => ({
  kind: 'task' as const,
  itemId: uuidv7(),
  fields: { tag, name: `Task ${tag}`, sort: 0, ...PLAIN_TASK, ...change },
})

/** A task as the scheduler takes it. */
export const crewTask = (id: string, minutes: number, change: Partial<CrewTask> = {}): CrewTask => ({
  id,
  minutes,
  people: 1,
  licensed: false,
  after: [],
  powerOff: false,
  daylight: false,
  dry: false,
  visit: null,
  earliestMin: null,
  pinnedMin: null,
  isolated: null,
  ...change,
})
