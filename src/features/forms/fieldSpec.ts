import { parseQuantity, quantityFaultWords } from '@/core/quantity/parseQuantity'
import type { FieldIssue } from '@/core/result'
import type { FieldSpec } from '@/schemas/fieldSpec'
import { clockText } from '@/core/fit/clockText'

export type FormTexts = Record<string, string>

const shown = (value: unknown, { kind }: FieldSpec): string => {
  if (value === null || value === undefined) return ''
  if (kind === 'flag') return value === true ? 'yes' : 'no'
  if (kind === 'percent') return String(Math.round(Number(value) * 1e6) / 1e4)
  if (kind === 'clock') return clockText(Number(value))
  return String(value)
}

const valueAt = (source: unknown, path: string): unknown =>
  path.split('.').reduce<unknown>((at, part) => (at as Record<string, unknown> | null | undefined)?.[part], source)

/** What a form shows for stored values; names without their dots, which the form library would take for nesting. */
export const textsOf = (specs: readonly FieldSpec[], source: unknown): FormTexts =>
  Object.fromEntries(specs.map((spec) => [keyOf(spec), shown(valueAt(source, spec.name), spec)]))

/** A field's key inside the form. */
export const keyOf = ({ name }: Pick<FieldSpec, 'name'>): string => name.replaceAll('.', '/')

/** Whether a form shows nothing at a choice, or a yes or no, that has to be made. */
export const isUnanswered = ({ optional, options = {} }: FieldSpec, text: string): boolean =>
  text === '' && !optional && !Object.hasOwn(options, '')

function valueOf(spec: FieldSpec, text: string): { value: unknown } | { message: string } {
  const trimmed = text.trim()
  switch (spec.kind) {
    case 'flag':
      if (isUnanswered(spec, trimmed)) return { message: `${spec.label} is missing` }
      return { value: trimmed === '' ? null : trimmed === 'yes' }
    case 'choice':
      if (isUnanswered(spec, trimmed)) return { message: `${spec.label} is missing` }
      if (spec.numeric && trimmed !== '') return { value: Number(trimmed) }
      return trimmed === '' && spec.optional ? { value: null } : { value: trimmed }
    case 'text':
    case 'tag':
    case 'lines':
    case 'date':
      return trimmed === '' && spec.optional ? { value: null } : { value: trimmed }
    case 'clock': {
      if (trimmed === '') return spec.optional ? { value: null } : { message: `${spec.label} is missing` }
      const [, hours, minutes] = /^(\d{1,2})[:.](\d{2})$/.exec(trimmed) ?? []
      if (hours === undefined || Number(hours) > 24 || Number(minutes) > 59)
        return { message: `${spec.label} is a time of day such as 08:30` }
      return { value: Number(hours) * 60 + Number(minutes) }
    }
    case 'number':
    case 'percent': {
      if (trimmed === '') return spec.optional ? { value: null } : { message: `${spec.label} is missing` }
      const parsed = parseQuantity(trimmed, spec.kind === 'percent' ? '%' : (spec.unit ?? ''))
      if (!parsed.ok) return { message: quantityFaultWords(parsed.error) }
      return { value: spec.kind === 'percent' ? parsed.value.value / 100 : parsed.value.value }
    }
  }
}

/** Reads a form's texts as values, with every figure that could not be read named; figures take either decimal mark and units. */
export function readForm(
  specs: readonly FieldSpec[],
  texts: FormTexts,
): { fields: Record<string, unknown>; issues: FieldIssue[] } {
  const fields: Record<string, unknown> = {}
  const issues: FieldIssue[] = []
  for (const spec of specs) {
    const read = valueOf(spec, texts[keyOf(spec)] ?? '')
    if ('message' in read) issues.push({ path: spec.name, message: read.message })
    else fields[spec.name] = read.value
  }
  return { fields, issues }
}
