import type { Unit } from '@/core/quantity/units'
import type { FieldSpec } from './fieldSpec'

/** Options of a choice: each key with its text, or as it is. */
export const words = <T extends string>(
  keys: readonly T[],
  texts: Partial<Record<T, string>> = {},
): Readonly<Record<string, string>> => Object.fromEntries(keys.map((key) => [key, texts[key] ?? key]))
/** A figure that may be blank. */
export const number = (name: string, label: string, unit?: Unit, more: Partial<FieldSpec> = {}): FieldSpec => ({
  name,
  label,
  kind: 'number',
  optional: true,
  ...(unit && { unit }),
  ...more,
})
/** Yes or no. */
export const flag = (name: string, label: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
  name,
  label,
  kind: 'flag',
  ...more,
})
/** One of some options. */
export const choice = (
  name: string,
  label: string,
  options: Readonly<Record<string, string>>,
  more: Partial<FieldSpec> = {},
): FieldSpec => ({ name, label, kind: 'choice', options, ...more })
/** Words that may be blank. */
export const text = (name: string, label: string, max: number, more: Partial<FieldSpec> = {}): FieldSpec => ({
  name,
  label,
  kind: 'text',
  optional: true,
  max,
  ...more,
})
/** A day of the calendar that may be blank. */
export const date = (name: string, label: string): FieldSpec => ({ name, label, kind: 'date', optional: true })
