/**
 * Resistance of copper conductors at 20 °C in Ω/km, by size as it is printed on the cable (P-11).
 * mm² for the IEC packs, AWG for `na`: the same text can mean both, so a size is looked up within its system.
 */
export const COPPER_OHM_PER_KM = {
  mm2: {
    '1.5': 12.1,
    '2.5': 7.41,
    '4': 4.61,
    '6': 3.08,
    '10': 1.83,
    '16': 1.15,
    '25': 0.727,
    '35': 0.524,
    '50': 0.387,
    '70': 0.268,
    '95': 0.193,
  },
  awg: {
    '14': 8.286,
    '12': 5.211,
    '10': 3.277,
    '8': 2.061,
    '6': 1.296,
    '4': 0.815,
    '3': 0.6465,
    '2': 0.5127,
    '1': 0.4066,
    '1/0': 0.3224,
    '2/0': 0.2557,
    '3/0': 0.2028,
    '4/0': 0.1608,
  },
} as const satisfies Record<string, Record<string, number>>

export type SizeSystem = keyof typeof COPPER_OHM_PER_KM

/** Temperature coefficient of copper per kelvin, referred to 20 °C (P-11). */
export const COPPER_TEMPERATURE_COEFFICIENT = 0.00393

/** What stands with a size, by its system. */
export const SIZE_UNITS: Readonly<Record<SizeSystem, 'AWG' | 'mm²'>> = { awg: 'AWG', mm2: 'mm²' }

/** The system a pack's cables are sized in. */
export const sizeSystemOf = (packId: string): SizeSystem => (packId === 'na-split-240' ? 'awg' : 'mm2')

/**
 * A conductor's size as it is spoken of, with what stands beside it in the pack's system.
 *
 * @returns “size open” where nobody has read it
 * @example sizeText('iec-1ph-230', '16') // '16\u00a0mm²'
 * @example sizeText('na-split-240', '1/0') // '1/0\u00a0AWG'
 */
export const sizeText = (packId: string, size: string | null): string =>
  size === null || size === '' ? 'size open' : `${size}\u00a0${SIZE_UNITS[sizeSystemOf(packId)]}`

/**
 * Resistance of one copper conductor in Ω/km at a temperature: `R20·(1 + 0.00393·(θ − 20))` (P-11).
 *
 * @throws RangeError when the size is not in the table
 */
export function copperOhmPerKm(system: SizeSystem, size: string, conductorTempC: number): number {
  const table: Record<string, number> = COPPER_OHM_PER_KM[system]
  const r20 = Object.hasOwn(table, size) ? table[size] : undefined
  if (r20 === undefined)
    throw new RangeError(
      `size: no resistance for “${size}” in ${SIZE_UNITS[system]}; known are ${Object.keys(table).join(', ')}`,
    )
  return r20 * (1 + COPPER_TEMPERATURE_COEFFICIENT * (conductorTempC - 20))
}

/** Printed sizes of a system, thinnest first. */
export const sizesOf = (system: SizeSystem): string[] =>
  Object.entries(COPPER_OHM_PER_KM[system])
    .sort(([, a], [, b]) => b - a)
    .map(([size]) => size)

/**
 * Cross-section of a conductor in mm²: the printed figure, or `π/4·(0.127·92^((36−n)/39))²` for AWG with 1/0 as n = 0, 2/0 as −1 … (P-11).
 *
 * @throws RangeError when the size is not in the table
 */
export function conductorAreaMm2(system: SizeSystem, size: string): number {
  if (!Object.hasOwn(COPPER_OHM_PER_KM[system], size))
    throw new RangeError(`size: “${size}” is not a size of the table`)
  if (system === 'mm2') return Number(size)
  const gauge = size.endsWith('/0') ? 1 - Number(size.slice(0, -2)) : Number(size)
  return (Math.PI / 4) * (0.127 * 92 ** ((36 - gauge) / 39)) ** 2
}
