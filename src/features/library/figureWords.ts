import type { Equipment } from '@/core/equipment/equipment'
import type { FigureChange } from '@/core/equipment/equipmentChanges'
import type { ComponentKind } from '@/core/installation/installation'
import { formatQuantity } from '@/core/quantity/formatQuantity'
import { KIND_FIELD, PLATE_FIELDS, figuresOfKind } from '@/schemas/equipmentFields'
import type { FieldSpec } from '@/schemas/fieldSpec'

type Value = FigureChange['before'] | undefined

/** A value of a field as a person reads it. */
export function valueWords({ kind, unit, options }: FieldSpec, value: Value): string {
  if (value === null || value === undefined || value === '') return 'not known'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (kind === 'percent') return `${Math.round(Number(value) * 1000) / 10} %`
  if (typeof value === 'number') return unit ? formatQuantity(value, unit, 4) : String(value)
  return options?.[value] ?? value
}

export const kindWords = (kind: ComponentKind): string => KIND_FIELD.options?.[kind] ?? kind

/** What a kind declares first, where the library has it: a line for a list. */
export function figuresInALine({ kind, figures }: Pick<Equipment, 'kind' | 'figures'>, most = 4): string {
  const told = figuresOfKind(kind)
    .filter(({ name }) => figures[name as keyof typeof figures] != null)
    .slice(0, most)
    .map((spec) => `${spec.label} ${valueWords(spec, figures[spec.name as keyof typeof figures])}`)
  return told.join(' · ') || 'no figures yet: all of them stay Open'
}

/** What differs between two revisions, a line for each: “AC rating: 10 kW → 9.6 kW”. */
export const changeLines = (kind: ComponentKind, changes: readonly FigureChange[]): string[] =>
  changes.map(({ name, before, after }) => {
    const spec = [...PLATE_FIELDS, ...figuresOfKind(kind)].find((field) => field.name === name)
    if (!spec) return name
    return `${spec.label}: ${valueWords(spec, before)} → ${valueWords(spec, after)}`
  })
