import type { FieldSpec } from '@/schemas/fieldSpec'

/** Whether a field may be left blank. */
const mayBeBlank = ({ optional, absent, kind }: FieldSpec): boolean =>
  Boolean(optional) || absent !== undefined || kind === 'date'

/** The least a person can answer to a field that may not stay blank. */
function leastAnswer({ name, kind, options, numeric, min, above }: FieldSpec): unknown {
  const [first] = Object.keys(options ?? {})
  switch (kind) {
    case 'flag':
      return false
    case 'choice':
      return numeric ? Number(first) : first
    case 'number':
    case 'percent':
    case 'clock':
      return above === undefined ? (min ?? 0) : above + 0.5
    default:
      return name === 'size' ? '16' : 'a1'
  }
}

/** A thing with nothing but what it must have. */
export const leastThing = (specs: readonly FieldSpec[]): Record<string, unknown> =>
  Object.fromEntries(specs.filter((spec) => !mayBeBlank(spec)).map((spec) => [spec.name, leastAnswer(spec)]))
