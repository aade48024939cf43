import type { FieldSpec } from './fieldSpec'

const ceiling = (name: string, label: string, max: number): FieldSpec => ({
  name,
  label,
  kind: 'number',
  optional: true,
  more: true,
  whole: true,
  max,
})

/** How far an inverter can grow, as its maker has it; seldom known at first, and asked for before somebody counts on it. */
export const CEILING_FIELDS: readonly FieldSpec[] = [
  ceiling('mostModules', 'Modules at one of it, at most', 200),
  ceiling('mostInParallel', 'Of it side by side, at most', 20),
  ceiling('pvInputs', 'PV inputs', 20),
]
