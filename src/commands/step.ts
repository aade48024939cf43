import type { JobRecord } from '@/core/evidence/judge'
import { sameValue } from '@/core/pack/sameValue'
import type { Command, Fresh, Maker, PutBack } from './command'
import { COMMANDS, type CommandName, type Entry, applyEntry } from '.'
import { SERVER_WAYS, type ServerEntry, isServerStep } from './serverStep'

/** Something that was done to the plan and can be taken back: the entry, with what it touched as it was and as it was left. */
export interface Step {
  entry: Entry | ServerEntry
  was: unknown
  left: unknown
}

const wayBackOf = (useCase: CommandName) => (COMMANDS[useCase] as Command<CommandName, unknown>).wayBack

/**
 * What can be taken back of an entry, from the record it was done to.
 *
 * @returns `null` for evidence, which is corrected and never undone, and for an entry that changed nothing
 * @example
 * stepOf(record, { useCase: 'removeItem', input: { jobId, kind: 'load', itemId } , … }, by)?.was // the load as it was
 */
export function stepOf(before: JobRecord, entry: Entry, by: Maker): Step | null {
  const way = wayBackOf(entry.useCase)
  if (!way) return null
  const was = way.touched(before, entry.input)
  const left = way.touched(applyEntry(before, entry, by), entry.input)
  return sameValue(was, left) ? null : { entry, was, left }
}

/**
 * What puts a step back, in order.
 *
 * @returns `null` where what it touched has been changed since, by whomever: taking it back would undo that too
 * @example
 * putBack(stepOf(record, saveOfNewLoad, by), applyEntry(record, saveOfNewLoad, by), fresh) // [{ useCase: 'removeItem', … }]
 */
export function putBack({ entry, was, left }: Step, record: JobRecord, fresh: Fresh): PutBack[] | null {
  if (isServerStep(entry.useCase)) {
    const way = SERVER_WAYS[entry.useCase]
    return sameValue(way.touched(record), left) ? way.back(entry as ServerEntry) : null
  }
  const way = wayBackOf(entry.useCase)
  if (!way) return null
  const now = way.touched(record, entry.input)
  return sameValue(now, left) ? way.back(entry.input, was, now, record, fresh) : null
}
