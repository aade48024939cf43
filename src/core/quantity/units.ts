/** The units a reading can be stored in; every stored number is in the base unit, without a prefix. */
export const UNITS = [
  'Ω',
  'MΩ',
  'V',
  'A',
  'W',
  'VA',
  'Wh',
  'Hz',
  's',
  'ms',
  'mA',
  'm',
  'mm',
  '°',
  '°C',
  '%',
  'Nm',
  'kg',
  '',
] as const
export type Unit = (typeof UNITS)[number]

/** What one written unit means: its base unit and the factor that takes the written number there. */
export interface UnitForm {
  unit: Unit
  factor: number
}

const prefixed = (
  unit: Unit,
  names: readonly string[],
  prefixes: Readonly<Record<string, number>>,
): [string, UnitForm][] =>
  names.flatMap((name) =>
    Object.entries(prefixes).map(([prefix, factor]): [string, UnitForm] => [prefix + name, { unit, factor }]),
  )

/**
 * Every spelling the quick line accepts, case kept: `m` is milli and `M` is mega.
 * Times and residual currents are stored as the trade reads them, in ms and mA.
 */
export const UNIT_FORMS: ReadonlyMap<string, UnitForm> = new Map<string, UnitForm>([
  ...prefixed('Ω', ['Ω', 'Ω', 'ohm', 'ohms', 'Ohm', 'R'], { '': 1, m: 1e-3, k: 1e3, M: 1e6, G: 1e9 }),
  ...prefixed('V', ['V', 'v'], { '': 1, m: 1e-3, k: 1e3 }),
  ...prefixed('A', ['A', 'a'], { '': 1, m: 1e-3, k: 1e3 }),
  ...prefixed('W', ['W', 'w'], { '': 1, k: 1e3, M: 1e6 }),
  ...prefixed('VA', ['VA', 'va'], { '': 1, k: 1e3 }),
  ...prefixed('Wh', ['Wh', 'wh'], { '': 1, k: 1e3 }),
  ...prefixed('Hz', ['Hz', 'hz'], { '': 1 }),
  ...prefixed('Nm', ['Nm', 'nm', 'N·m'], { '': 1 }),
  ...prefixed('kg', ['kg'], { '': 1 }),
  ['ms', { unit: 'ms', factor: 1 }],
  ['s', { unit: 's', factor: 1 }],
  ['min', { unit: 's', factor: 60 }],
  ['m', { unit: 'm', factor: 1 }],
  ['mm', { unit: 'mm', factor: 1 }],
  ['cm', { unit: 'mm', factor: 10 }],
  ['°', { unit: '°', factor: 1 }],
  ['deg', { unit: '°', factor: 1 }],
  ['°C', { unit: '°C', factor: 1 }],
  ['C', { unit: '°C', factor: 1 }],
  ['%', { unit: '%', factor: 1 }],
])

/** Units that name the same quantity at another scale: written one, wanted another. */
const SAME_QUANTITY: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  s: { ms: 1000 },
  ms: { s: 0.001 },
  A: { mA: 1000 },
  mA: { A: 0.001 },
  m: { mm: 1000 },
  mm: { m: 0.001 },
  Ω: { MΩ: 1e-6 },
  MΩ: { Ω: 1e6 },
}

/** Factor from one base unit to another of the same quantity, or `null` when they measure different things. */
export function conversionFactor(from: Unit, to: Unit): number | null {
  if (from === to) return 1
  return SAME_QUANTITY[from]?.[to] ?? null
}
