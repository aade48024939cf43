import type { RowAside } from '@/core/exchange/csvTable'
import type { Load } from '@/core/installation/installation'
import { type FieldIssue, type Result, ok } from '@/core/result'
import type { RulePack } from '@/core/rules/rulePack'
import { type TableMapping, readThingsCsv, thingsCsv } from './thingsCsv'

export type LoadFields = Omit<Load, 'id'>

export interface ReadLoads {
  loads: LoadFields[]
  aside: RowAside[]
}

/** Reads a load list: `readThingsCsv` for loads, whose schema has held each row against the fields of a load. */
export function readLoadsCsv(
  text: string,
  mapping: TableMapping | null,
  pack: RulePack,
  taken: readonly string[] = [],
): Result<ReadLoads, FieldIssue> {
  const read = readThingsCsv('load', text, mapping, pack, taken)
  return read.ok ? ok({ loads: read.value.things as unknown as LoadFields[], aside: read.value.aside }) : read
}

/** A load list as CSV, to be read back by the same columns. */
export const loadsCsv = (loads: readonly LoadFields[]): string => thingsCsv('load', loads)
