import type * as yup from 'yup'
import { parseHoles } from '@/core/fit/drillTemplate'
import { parseMasses } from '@/core/fit/lifts'
import { FIT_KINDS, type FitDetails, type FitKind } from '@/core/installation/fit'
import type { FieldIssue } from '@/core/result'
import { FIT_FIELDS } from './fitFields'
import { parsePinOut } from '@/core/wiring/dataRun'
import { madeOnDemand } from './madeOnDemand'
import { thingSchema } from './thing'

/** A line of the pick list is called by what is to be picked, words of a label and name of a source included. */
const LONGEST_NAMES: Partial<Record<FitKind, number>> = { material: 200 }

/** What one thing of the physical work takes: its names, and the fields of its kind. */
export const FIT_SCHEMAS = madeOnDemand(FIT_KINDS, (kind) =>
  thingSchema(FIT_FIELDS[kind], LONGEST_NAMES[kind]),
) as unknown as {
  [K in FitKind]: yup.Schema<{ tag: string; name: string; sort: number } & FitDetails[K]>
}

/** What contradicts itself within one thing, whatever its kind's schema allows field by field. */
export function fitContradiction(kind: FitKind, fields: Record<string, unknown>): FieldIssue | null {
  const before = (from: string, to: string, label: string): FieldIssue | null =>
    fields[from] != null && fields[to] != null && Number(fields[to]) <= Number(fields[from])
      ? { path: to, message: `${label} ends before it begins.` }
      : null
  if (kind === 'person' || kind === 'visit') return before('fromMin', 'toMin', 'The time')
  if (kind === 'dayRules')
    return (
      before('powerOffFromMin', 'powerOffToMin', 'The time without supply') ??
      before('daylightFromMin', 'daylightToMin', 'Daylight') ??
      before('dryFromMin', 'dryToMin', 'Dry weather')
    )
  if (kind === 'task' && !(Number(fields.minutes) > 0))
    return { path: 'minutes', message: 'A task takes more than no time.' }
  if (
    kind === 'unit' &&
    fields.minTempC != null &&
    fields.maxTempC != null &&
    Number(fields.minTempC) >= Number(fields.maxTempC)
  )
    return { path: 'maxTempC', message: 'The hottest allowed is not above the coldest.' }
  if (kind === 'unit' && typeof fields.holes === 'string') {
    const [wrong] = parseHoles(fields.holes).wrong
    if (wrong)
      return {
        path: 'holes',
        message: `Line ${wrong.line}: “${wrong.text}” is no hole; write x, y and diameter in millimetres.`,
      }
  }
  if (kind === 'unit' && (fields.xMm === null) !== (fields.yMm === null))
    return { path: fields.xMm === null ? 'xMm' : 'yMm', message: 'A place needs both figures, or none.' }
  if (kind === 'dataRun' && typeof fields.pinOut === 'string' && fields.pinOut.trim() !== '') {
    const read = parsePinOut(fields.pinOut)
    if (!read.ok) return { path: 'pinOut', message: read.message }
  }
  if (kind === 'lift' && typeof fields.modulesKg === 'string' && !parseMasses(fields.modulesKg))
    return { path: 'modulesKg', message: 'Write the masses in kilograms, such as 32 32 32.' }
  return null
}
