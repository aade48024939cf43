import * as yup from 'yup'
import { RIDE_THROUGH_WORDS } from '@/core/outage/rideThrough'
import { type LogAnalysis, analyseLog } from '@/core/powerLog/analyseLog'
import { LOG_QUANTITIES, LOG_UNITS, type LogMap } from '@/core/powerLog/logMap'
import { type LogMarks, NO_MARKS } from '@/core/powerLog/logMarks'
import { proposeLogMap } from '@/core/powerLog/proposeLogMap'
import { LOG_BOUNDS } from '@/core/powerLog/logBounds'
import { logText, readPowerLog } from '@/core/powerLog/readPowerLog'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePack } from '@/core/rules/rulePack'
import { BadCall, bytesOf, jsonOf, option, packOption, parsed, print } from './call'
import { checked, known, least0, listOf, number, oneOf, required, text } from './inputFields'

const JSON_MAX_BYTES = 4 * 1024 * 1024
const blank0 = () => least0().nullable().optional()

const columnSchema = yup
  .object({
    column: text().max(200).required(required),
    unit: oneOf(LOG_UNITS),
    sign: number().oneOf([1, -1], '${path} must be 1 or -1').default(1),
  })
  .nullable()
  .optional()
  .default(undefined)
const mapSchema = yup.object({
  separator: oneOf([',', ';', '\t', '|']),
  decimal: oneOf(['.', ',']),
  skipLines: least0().integer('${path} must be a whole number').max(1000).default(0),
  time: yup
    .object({
      column: text().max(200).required(required),
      format: text().max(60).required(required),
      zone: text().max(60).nullable().default(null),
    })
    .required(required),
  columns: yup
    .object(Object.fromEntries(LOG_QUANTITIES.map((quantity) => [quantity, columnSchema])))
    .required(required),
})

const marksSchema = yup.object({
  marks: listOf(
    yup.object({
      timeS: number().required(required),
      label: text().max(200).default(''),
      action: text().max(60).nullable().optional(),
    }),
    10_000,
  ).default([]),
  tests: listOf(
    yup.object({
      kind: oneOf(['surplus', 'cover', 'forcedCharge', 'forcedDischarge']),
      fromS: number().required(required),
      toS: number().required(required),
      setW: number().nullable().optional(),
    }),
  ).default([]),
  declared: yup
    .object({
      chargeLimitW: blank0(),
      dischargeLimitW: blank0(),
      residualW: blank0(),
      overloadLimitW: blank0(),
      minStepW: blank0(),
    })
    .default({}),
  planned: yup.object({ fallbackPercent: blank0(), bandPercent: blank0(), pv: known() }).default({}),
})

function mapOf(given: string | undefined, content: string, path: string): LogMap {
  if (given !== undefined) {
    const source = given.trimStart().startsWith('{') ? parsed(given, '--map') : jsonOf(given, JSON_MAX_BYTES)
    return checked(mapSchema, source) as unknown as LogMap
  }
  const proposed = proposeLogMap(content)
  if (proposed === null) throw new BadCall(`${path}: no column reads as a time; say how with --map`)
  return proposed
}

/** `log FILE [--marks FILE] [--map JSON] --pack PACK`: everything the app reads out of a power log. */
export function log(args: string[]): number {
  const pack = packOption(args)
  const marksPath = option(args, '--marks')
  const map = option(args, '--map')
  const [path] = args
  if (!path) throw new BadCall('log: name a file')
  const content = logText(bytesOf(path, LOG_BOUNDS.maxBytes))
  const marks =
    marksPath === undefined ? NO_MARKS : (checked(marksSchema, jsonOf(marksPath, JSON_MAX_BYTES)) as LogMarks)
  print(figuresOfLog(content, mapOf(map, content, path), marks, pack))
  return 0
}

/** What a log shows, as `log` prints it. @throws BadCall where it cannot be read */
export function figuresOfLog(content: string, map: LogMap, marks: LogMarks, pack: RulePack | null) {
  const read = readPowerLog(content, map)
  if (!read.ok) throw new BadCall(`${read.error.path}: ${read.error.message}`)
  const found = analyseLog(read.value, marks, pack ?? RULE_PACKS['iec-1ph-230'])
  return { ...printed(found), aside: read.value.aside, map }
}

function printed({ trips, steps, rideThroughClass, ...found }: LogAnalysis) {
  const shown = trips.map(({ row: _row, restartRow: _restart, ...trip }) => trip)
  return {
    ...found,
    rideThroughClass:
      rideThroughClass === null
        ? null
        : rideThroughClass === 'notResolved'
          ? 'not resolved'
          : RIDE_THROUGH_WORDS[rideThroughClass],
    trips: shown,
    trip: shown[0] ?? null,
    steps: steps.map(({ row: _row, ...step }) => step),
  }
}
