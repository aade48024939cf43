import type { Unit } from '@/core/quantity/units'

/** One field of a descriptive form: what it is called and what it takes. */
export interface FieldSpec {
  /** Path in the input, such as `ratingA` or `units.0.moduleW`. */
  name: string
  label: string
  /** `lines` is text of several lines; `clock` a time of day, stored as minutes after midnight. */
  kind: 'text' | 'lines' | 'number' | 'percent' | 'choice' | 'flag' | 'date' | 'clock'
  unit?: Unit
  options?: Readonly<Record<string, string>>
  /** A blank is stored as not known, and stays Open. */
  optional?: boolean
  hint?: string
  /** Bounds of a number in its unit, of a share between 0 and 1; 0 and open by default. */
  min?: number
  max?: number
  whole?: boolean
}
