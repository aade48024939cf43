import { type Electrode, electrodeResistance } from './electrodeResistance'

/** Where an electrode stands in plan, in metres from a corner of the drawing. */
export type PlacedElectrode = Electrode & { xM: number; yM: number }

export interface ElectrodeArray {
  /** Each alone, by E-1. */
  selfOhm: number[]
  /** All joined, with what they take from each other. */
  totalOhm: number
  /** All joined if they were far apart. */
  parallelOhm: number
  /** What standing near each other costs, in per cent of `parallelOhm`. */
  lostBenefitPercent: number
  /** Share of the current that each carries. */
  currentShare: number[]
  /** Pairs of rods, by place in the list, nearer than the longer one's length: there the formula is some per cent too high. */
  tooClose: [number, number][]
}

/** Solves `matrix · x = right` by Gauss elimination with the largest pivot; `matrix` and `right` are used up. */
function solve(matrix: Float64Array[], right: Float64Array): Float64Array {
  const size = right.length
  for (let column = 0; column < size; column++) {
    let pivot = column
    for (let row = column + 1; row < size; row++)
      if (Math.abs(matrix[row]![column]!) > Math.abs(matrix[pivot]![column]!)) pivot = row
    ;[matrix[column], matrix[pivot]] = [matrix[pivot]!, matrix[column]!]
    ;[right[column], right[pivot]] = [right[pivot]!, right[column]!]
    for (let row = column + 1; row < size; row++) {
      const factor = matrix[row]![column]! / matrix[column]![column]!
      for (let at = column; at < size; at++) matrix[row]![at]! -= factor * matrix[column]![at]!
      right[row]! -= factor * right[column]!
    }
  }
  for (let row = size - 1; row >= 0; row--) {
    for (let at = row + 1; at < size; at++) right[row]! -= matrix[row]![at]! * right[at]!
    right[row]! /= matrix[row]![row]!
  }
  return right
}

const apartM = (a: PlacedElectrode, b: PlacedElectrode) => Math.hypot(a.xM - b.xM, a.yM - b.yM)

function tooCloseIn(electrodes: readonly PlacedElectrode[]): [number, number][] {
  const pairs: [number, number][] = []
  electrodes.forEach((one, i) => {
    electrodes.slice(i + 1).forEach((other, offset) => {
      if (one.kind !== 'rod' || other.kind !== 'rod') return
      if (apartM(one, other) < Math.max(one.lengthM ?? 0, other.lengthM ?? 0)) pairs.push([i, i + 1 + offset])
    })
  })
  return pairs
}

/**
 * E-2: several electrodes joined, in uniform soil: self terms by E-1, `ρ/(2π·dij)` between them, `R·i = 1` solved directly.
 *
 * @returns `null` while the soil, a size or every electrode is missing
 * @throws RangeError when two stand on the same spot, or so close that the point formula has no answer
 * @example
 * const rod = { kind: 'rod', lengthM: 1.5, diameterM: 0.016, yM: 0 } as const
 * electrodeArray([{ ...rod, xM: 0 }, { ...rod, xM: 30 }], 100)?.totalOhm // => 30.08…
 */
export function electrodeArray(electrodes: readonly PlacedElectrode[], soilOhmM: number | null): ElectrodeArray | null {
  const alone = electrodes.map((electrode) => electrodeResistance(electrode, soilOhmM))
  if (soilOhmM === null || alone.length === 0 || alone.some((one) => one === null)) return null
  const selfOhm = alone.map((one) => one!.resistanceOhm)
  const parallelOhm = 1 / selfOhm.reduce((sum, ohm) => sum + 1 / ohm, 0)
  const matrix = electrodes.map((one, i) =>
    Float64Array.from(electrodes, (other, j) => {
      if (i === j) return selfOhm[i]!
      const distanceM = apartM(one, other)
      if (distanceM === 0) throw new RangeError(`electrodes: ${i + 1} and ${j + 1} stand on the same spot`)
      return soilOhmM / (2 * Math.PI * distanceM)
    }),
  )
  const currents = [...solve(matrix, new Float64Array(electrodes.length).fill(1))]
  const total = currents.reduce((sum, current) => sum + current, 0)
  if (soilOhmM > 0 && !(currents.every(Number.isFinite) && total > 0))
    throw new RangeError('electrodes: some stand so close together that the point formula has no answer')
  return {
    selfOhm,
    totalOhm: soilOhmM === 0 ? 0 : 1 / total,
    parallelOhm,
    lostBenefitPercent: soilOhmM === 0 ? 0 : 100 * (1 / total / parallelOhm - 1),
    currentShare: soilOhmM === 0 ? selfOhm.map(() => 1 / selfOhm.length) : currents.map((current) => current / total),
    tooClose: tooCloseIn(electrodes),
  }
}
