import type { Load } from '@/core/installation/installation'
import type { FieldIssue, Result } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'
import type { ReadThings, Standing } from './reading'
import type { DoubtAnswers } from './rowDoubts'
import type { TableMapping } from './tableFields'
import { readThingsCsv, thingsCsv } from './thingsCsv'

/** Reads a load list against the loads of a job: `readThingsCsv` for loads, whose schema has held each row against the fields of a load. */
export const readLoadsCsv = (
  text: string,
  mapping: TableMapping | null,
  pack: RulePack,
  loads: readonly Load[] = [],
  answers: DoubtAnswers = {},
): Result<ReadThings, FieldIssue> =>
  readThingsCsv('load', text, mapping, pack, loads as unknown as readonly Standing[], answers)

/** A load list as CSV, to be read back by the same columns. */
export const loadsCsv = (loads: readonly Omit<Load, 'id'>[]): string => thingsCsv('load', loads)
