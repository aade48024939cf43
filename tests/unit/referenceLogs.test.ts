import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { figuresOfLog } from '@/cli/logCommand'
import type { LogMap } from '@/core/powerLog/logMap'
import { type LogMarks, NO_MARKS } from '@/core/powerLog/logMarks'
import { proposeLogMap } from '@/core/powerLog/proposeLogMap'
import { logText } from '@/core/powerLog/readPowerLog'
import { RULE_PACKS } from '@/core/rules/packs'
import type { RulePackId } from '@/core/rules/rulePack'

const folder = fileURLToPath(new URL('../reference/traces/', import.meta.url))

type Json = null | boolean | number | string | Json[] | { [key: string]: Json }
type Tolerances = Record<string, number | null>
interface LogTruth {
  id: string
  files: [string, string]
  pack: RulePackId
  map: LogMap
  expected: Record<string, Json>
  tolerances: Tolerances
}

const truthOf = (name: string) =>
  (JSON.parse(readFileSync(folder + name, 'utf8')) as { logs: Record<string, Json>[] }).logs

/** The first set names its fields a little otherwise, and holds what only its model knew. */
function firstSet(log: Record<string, Json>): LogTruth {
  const { id, files, tolerances, nominalV, minStepW, trip, ...fields } = log
  const byNominal = nominalV === 120 ? 'na-split-240' : 'iec-1ph-230'
  const { about: _a, nominalHz: _hz, droop, ...expected } = fields
  const { against: _against, ...line } = droop as Record<string, Json>
  const tripped = trip as Record<string, Json> | null
  const limitW = tripped?.limitW ?? null
  // nobody tapped that it was started by hand, so the log cannot know it
  const shown = tripped && { ...tripped, automatic: true }
  return {
    id: id as string,
    files: files as [string, string],
    pack: byNominal,
    map: proposeLogMap(textOf((files as string[])[0] as string)) as LogMap,
    expected: {
      ...expected,
      droop: line,
      trip: shown,
      declared: { minStepW: minStepW ?? null, overloadLimitW: limitW },
    },
    tolerances: tolerances as Tolerances,
  }
}
const textOf = (name: string) => logText(new Uint8Array(readFileSync(folder + name)))
const logs = [...truthOf('truth.json').map(firstSet), ...(truthOf('truth2.json') as unknown as LogTruth[])]

/** How far a field may be off, by the end of its name. */
function allowed(path: readonly string[], expected: number, t: Tolerances): number {
  const field = path.at(-1) ?? ''
  const of = (name: string) => t[name] ?? 0
  const time = of('timeS')
  if (['samples', 'missingRows'].includes(field)) return 0
  if (path[0] === 'workingTests' && ['fromS', 'toS', 'setW'].includes(field)) return 0
  if (path[0] === 'pvRestart' && field !== 'beforeW') return of('pvRestartS')
  if (field === 'reachedAfterS') return of('reachedAfterS')
  if (field === 'reconnectS') return t.reconnectS ?? Math.max(time, 1)
  if (field === 'waitS') return time + (t.reconnectS ?? Math.max(time, 1))
  if (['overLimitS', 'downS', 'gapS', 'secondGapS'].includes(field)) return 2 * time
  if (field === 'gapResolutionS' || field === 'periodS') return 1e-9
  if (field === 'reachedPercent') return of('reachedPercent')
  if (field === 'regulationPercent') return t.regulationPercent ?? 0.3
  if (field === 'vPerKw' || field === 'hzPerKw') return of(field)
  if (field === 'f0') return t.f0Hz ?? 0.01
  if (field === 'v0' || field.endsWith('V')) return of('voltageV')
  if (field.endsWith('Hz')) return of('frequencyHz')
  if (field === 'apparentCapacityKWh') return ((t.apparentCapacityPercent ?? 0) / 100) * expected
  if (field.endsWith('KWh')) return (of('energyPercent') / 100) * Math.abs(expected) + (t.energyKWh ?? 0.006)
  if (field.endsWith('Percent')) return t.percent ?? 0.6
  if (field.endsWith('W')) {
    const more = field === 'residualW' ? 10 : 0
    return of('powerW') + more + (of('powerPercent') / 100) * Math.abs(expected)
  }
  return time
}

function misses(actual: Json, expected: Json, t: Tolerances, path: string[] = []): string[] {
  const at = path.join('/')
  if (path.at(-1) === 'label') return []
  if (typeof expected === 'number') {
    const within = allowed(path, expected, t)
    return typeof actual === 'number' && Math.abs(actual - expected) <= within + 1e-9
      ? []
      : [`${at}: ${String(actual)} instead of ${expected} ± ${within}`]
  }
  if (expected === null || typeof expected !== 'object')
    return actual === expected ? [] : [`${at}: ${JSON.stringify(actual)} instead of ${JSON.stringify(expected)}`]
  if (actual === null || typeof actual !== 'object') return [`${at}: ${String(actual)} instead of an object`]
  if (Array.isArray(expected) && (actual as Json[]).length !== expected.length)
    return [`${at}: ${JSON.stringify(actual)} has another length than ${expected.length}`]
  return Object.entries(expected).flatMap(([key, value]) =>
    misses((actual as Record<string, Json>)[key] ?? null, value, t, [...path, key]),
  )
}

describe.each(logs)('$id', ({ files, pack, map, expected: { declared, ...expected }, tolerances }) => {
  const marks = {
    ...NO_MARKS,
    ...(JSON.parse(readFileSync(folder + files[1], 'utf8')) as Partial<LogMarks>),
    ...(declared ? { declared: declared as LogMarks['declared'] } : {}),
  }
  const content = textOf(files[0])

  it('is met in every field', () => {
    const figures = figuresOfLog(content, map, marks, RULE_PACKS[pack]) as unknown as Json
    expect(misses(figures, expected, tolerances)).toEqual([])
  })

  it('is proposed to be read as a crew would say', () => {
    const { time, ...proposed } = proposeLogMap(content) ?? { time: null, columns: {} }
    const { zone: _zone, ...said } = map.time
    expect(time).toMatchObject({ column: said.column })
    for (const [quantity, column] of Object.entries(map.columns))
      expect(proposed.columns[quantity as keyof typeof proposed.columns], quantity).toMatchObject({
        column: column.column,
        unit: column.unit,
      })
  })
})
