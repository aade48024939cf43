import type { JobRecord } from '@/core/evidence/judge'
import type { Command, Maker } from './command'
import { changeJob } from './changeJob'
import { addPicture, addRecording } from './files'
import { removeFitItem, replaceComponent, saveFitItems } from './fit'
import { removeItem, saveItem } from './items'
import { markOutage } from './markOutage'
import { openVisit } from './openVisit'
import { overrideHold } from './overrideHold'
import { recordReadings } from './recordReadings'
import { saveLoads } from './saveLoads'
import { removeSurveyItem, saveSurveyItem } from './survey'
import { setJobLimit } from './setJobLimit'
import { takeComponents } from './takeComponents'
import { saveWiring, setCoreColours } from './wiring'

/** Every use case that may be done without a connection. */
export const COMMANDS = {
  recordReadings,
  addPicture,
  addRecording,
  overrideHold,
  markOutage,
  openVisit,
  changeJob,
  saveItem,
  removeItem,
  saveLoads,
  saveSurveyItem,
  removeSurveyItem,
  saveFitItems,
  removeFitItem,
  replaceComponent,
  saveWiring,
  setCoreColours,
  setJobLimit,
  takeComponents,
} as const

export type CommandName = keyof typeof COMMANDS
export type CommandInput<N extends CommandName> =
  (typeof COMMANDS)[N] extends Command<string, infer Input> ? Input : never

/** One thing done on a device: which use case, with what, when, and in which version of its input. */
export type Entry = {
  [N in CommandName]: { id: string; useCase: N; input: CommandInput<N>; at: string; version: number }
}[CommandName]

/** A record with an entry done to it: pure, and done twice it is the same as once. */
export function applyEntry(record: JobRecord, { useCase, input, at }: Entry, by: Maker): JobRecord {
  // the pair of name and input is held together by `Entry`
  const { apply } = COMMANDS[useCase] as Command<CommandName, unknown>
  return apply(record, { input, at, by })
}
