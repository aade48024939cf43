import { READING_SOURCES, type ReadingInput, type ReadingSource } from '@/commands/recordReadings'
import { MOST_WORD } from '@/core/evidence/reading'
import { UNITS } from '@/core/quantity/units'
import { VERDICTS } from '@/core/rules/verdict'
import { isId, isInstant, isShowable } from '@/schemas/fields'

type Given = Readonly<Record<string, unknown>>

const isLine = (value: unknown, most: number): value is string =>
  typeof value === 'string' &&
  value.length > 0 &&
  value.length <= most &&
  value.trim().length === value.length &&
  isShowable(value)
const isOf = <T extends string>(value: unknown, options: readonly T[]): value is T => options.includes(value as T)
const isIdText = (value: unknown): value is string => typeof value === 'string' && isId(value)

/** How each field of a reading usually looks; `undefined` for a field that was not sent. */
const LOOKS: Readonly<Record<keyof ReadingInput, (value: unknown) => boolean>> = {
  id: isIdText,
  jobId: isIdText,
  pointKey: (value) => isLine(value, 120),
  slot: (value) => isLine(value, 60),
  valueNumber: (value) => value == null || (typeof value === 'number' && Number.isFinite(value)),
  valueWord: (value) => value == null || isLine(value, MOST_WORD),
  digits: (value) => value == null || isLine(value, 40),
  unit: (value) => value === undefined || isOf(value, UNITS),
  bound: (value) => value == null || value === 'above' || value === 'below',
  confirmed: (value) => value === undefined || (Array.isArray(value) && value.length === 0),
  outOfRangeConfirmed: (value) => value === undefined || value === false,
  source: (value) => value === undefined || isOf(value, READING_SOURCES),
  instrumentId: (value) => value == null || isIdText(value),
  recordedAt: (value) => isLine(value, 40) && isInstant(value),
  supersedes: (value) => value == null || isIdText(value),
  supersedeReason: (value) => value == null || isLine(value, 200),
  shownVerdict: (value) => isOf(value, VERDICTS),
}
const FIELDS = Object.entries(LOOKS)

/**
 * A reading as it usually comes, told at a glance; `null` for any other, of which the schema says what is wrong with it. The schema takes
 * twenty times as long, and most of what a sync takes in is this.
 *
 * @returns what the schema makes of it
 */
export function usualInput(candidate: unknown): ReadingInput | null {
  if (typeof candidate !== 'object' || candidate === null || Array.isArray(candidate)) return null
  const given = candidate as Given
  for (const [name, looksUsual] of FIELDS) if (!looksUsual(given[name])) return null
  for (const name in given) if (!Object.hasOwn(LOOKS, name)) return null
  return {
    id: given.id as string,
    jobId: given.jobId as string,
    pointKey: given.pointKey as string,
    slot: given.slot as string,
    valueNumber: (given.valueNumber as number | null | undefined) ?? null,
    valueWord: (given.valueWord as string | null | undefined) ?? null,
    digits: (given.digits as string | null | undefined) ?? null,
    unit: (given.unit as ReadingInput['unit'] | undefined) ?? '',
    bound: (given.bound as ReadingInput['bound'] | undefined) ?? null,
    confirmed: [],
    outOfRangeConfirmed: false,
    source: (given.source as ReadingSource | undefined) ?? 'typed',
    instrumentId: (given.instrumentId as string | null | undefined) ?? null,
    recordedAt: given.recordedAt as string,
    supersedes: (given.supersedes as string | null | undefined) ?? null,
    supersedeReason: (given.supersedeReason as string | null | undefined) ?? null,
    shownVerdict: given.shownVerdict as ReadingInput['shownVerdict'],
  }
}
