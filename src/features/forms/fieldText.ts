import { clockText } from '@/core/fit/clockText'
import { formatNumber, formatQuantity } from '@/core/quantity/formatQuantity'
import type { FieldSpec } from '@/schemas/fieldSpec'

/**
 * A stored value as a person reads it, in the words of its field.
 *
 * @example fieldText({ name: 'side', label: 'Side', kind: 'choice', options: { island: 'island side' } }, 'island') // 'island side'
 */
export function fieldText({ kind, unit, options }: FieldSpec, value: unknown): string {
  if (value === null || value === undefined || value === '') return 'not known'
  switch (kind) {
    case 'flag':
      return value === true ? 'yes' : 'no'
    case 'percent':
      return `${formatNumber(Number(value) * 100, 4)} %`
    case 'clock':
      return clockText(Number(value))
    case 'number':
      return unit ? formatQuantity(Number(value), unit, 6) : formatNumber(Number(value), 6)
    case 'choice':
      return options?.[String(value)] ?? String(value)
    default:
      return `“${String(value)}”`
  }
}
