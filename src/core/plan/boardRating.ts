import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'

/** A source that feeds a board: the rating of its device and its continuous output current, in amps. */
export interface BoardSource {
  deviceA: number | null
  outputA: number | null
}

export interface BoardRatingInput {
  pack: RulePackId
  mainA: number | null
  /** Rating of the busbar, or of the whole assembly (InA). */
  busbarA: number | null
  sources: readonly BoardSource[]
  /** `null` for a circuit whose device nobody has read. */
  loadDevicesA: readonly (number | null)[]
  /** Whether every source sits at the far end of the busbar from the main; asked with `na` only. */
  sourcesAtFarEnd: boolean | null
}

export interface BoardRating {
  usedA: number | null
  limitA: number | null
  marginA: number | null
  verdict: 'fits' | 'exceeds' | 'open'
}

const OPEN: BoardRating = { usedA: null, limitA: null, marginA: null, verdict: 'open' }

/** Sum of figures that must all be known; `null` when one of them is not. */
const sumOf = (figures: readonly (number | null)[]): number | null =>
  figures.reduce<number | null>((sum, figure) => (sum === null || figure === null ? null : sum + figure), 0)

/**
 * P-3: what main and sources ask of a board against its rating, in amps. `na` with the sources at the far end: main + 1.25·ΣIout
 * against 120 % of the busbar; elsewhere every device but the main against the busbar. IEC packs: main + Σ source devices against InA.
 * A rating that is used and not known leaves everything Open.
 */
export function boardRating({
  pack,
  mainA,
  busbarA,
  sources,
  loadDevicesA,
  sourcesAtFarEnd,
}: BoardRatingInput): BoardRating {
  const { limits, id } = RULE_PACKS[pack]
  const farEndRule = id === 'na-split-240'
  if (mainA === null || busbarA === null || (farEndRule && sourcesAtFarEnd === null)) return OPEN
  const elsewhere = farEndRule && !sourcesAtFarEnd
  const sourcesA = sumOf(sources.map(({ deviceA, outputA }) => (farEndRule && sourcesAtFarEnd ? outputA : deviceA)))
  const loadsA = elsewhere ? sumOf(loadDevicesA) : 0
  if (sourcesA === null || loadsA === null) return OPEN
  const usedA = elsewhere ? sourcesA + loadsA : mainA + limits.boardSourceFactor.value * sourcesA
  const limitA = elsewhere ? busbarA : limits.boardFarEndShare.value * busbarA
  return { usedA, limitA, marginA: limitA - usedA, verdict: atMost(usedA, limitA) ? 'fits' : 'exceeds' }
}
