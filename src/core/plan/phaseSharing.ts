/** A circuit that may take any phase, by the index of the one it has. */
export interface SharedCircuit {
  loadW: number
  /** Index of its phase; −1 where the board does not have that one. */
  phase: number
}

/** Two largest phase loads that differ by less are equal. */
const EQUAL_W = 1e-6
/** Ways that are tried at most before the search gives up. */
const MOST_WAYS = 3_000_000

/** Counts the ways that were tried, and gives up in words. */
class Patience {
  #left = MOST_WAYS
  spend(): void {
    if (--this.#left < 0)
      throw new RangeError('There are too many circuits to share out exactly; fix the phase of some.')
  }
}

/** The largest step that every load is a whole number of, in watts; 0 where there is none worth the name. */
function commonStepW(loadsW: readonly number[]): number {
  const thousandths = loadsW.map((w) => Math.round(w * 1000))
  if (thousandths.some((whole, k) => Math.abs(whole - (loadsW[k] as number) * 1000) > 1e-6)) return 0
  const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b))
  return thousandths.reduce(gcd, 0) / 1000
}

/**
 * No sharing can do better than this. The mean over the phases is one bound; where all that stands and moves is a multiple of one step,
 * the next multiple above it is another, which ends most searches at the first good answer.
 */
function leastPossibleW(baseW: readonly number[], loadsW: readonly number[]): number {
  const totalW = [...baseW, ...loadsW].reduce((sum, w) => sum + w, 0)
  const meanW = totalW / baseW.length
  const stepW = commonStepW([...baseW, ...loadsW])
  const roundedW = stepW > 0 ? Math.ceil(meanW / stepW - 1e-9) * stepW : meanW
  return Math.max(...baseW, roundedW, ...loadsW.map((w) => w + Math.min(...baseW)))
}

/** The smallest largest phase load, by going through the circuits from the heaviest and leaving what cannot be better. */
function smallestLargestW(baseW: readonly number[], loadsW: readonly number[], patience: Patience): number {
  const sorted = [...loadsW].sort((a, b) => b - a)
  const floorW = leastPossibleW(baseW, sorted)
  const phaseW = [...baseW]
  let bestW = Infinity
  const place = (k: number): void => {
    patience.spend()
    const load = sorted[k]
    if (load === undefined) {
      bestW = Math.min(bestW, Math.max(...phaseW))
      return
    }
    const tried = new Set<number>()
    // the emptiest phase first: the first answer is a good one
    const order = phaseW.map((_, phase) => phase).sort((a, b) => (phaseW[a] as number) - (phaseW[b] as number))
    for (const phase of order) {
      const before = phaseW[phase] as number
      if (tried.has(before) || before + load >= bestW - EQUAL_W) continue
      tried.add(before)
      phaseW[phase] = before + load
      place(k + 1)
      phaseW[phase] = before
      if (bestW <= floorW + EQUAL_W) return
    }
  }
  place(0)
  return bestW
}

/** Largest sums of the circuits from k on that are on a phase, without the `moves` heaviest of them: what must stay there at the least. */
function stayingW(circuits: readonly SharedCircuit[], phases: number): Float64Array[][] {
  const from: Float64Array[][] = []
  for (let k = 0; k <= circuits.length; k++)
    from.push(
      Array.from({ length: phases }, (_, phase) => {
        const own = circuits
          .slice(k)
          .filter((circuit) => circuit.phase === phase)
          .map(({ loadW }) => loadW)
          .sort((a, b) => b - a)
        const left = new Float64Array(own.length + 1)
        for (let moved = own.length - 1; moved >= 0; moved--)
          left[moved] = (left[moved + 1] as number) + (own[moved] as number)
        return left
      }),
    )
  return from
}

/** The first list of phases with at most `changes` changes that stays within `capW`; `null` where there is none. */
function firstWithin(
  circuits: readonly SharedCircuit[],
  baseW: readonly number[],
  capW: number,
  changes: number,
  patience: Patience,
): number[] | null {
  const staying = stayingW(circuits, baseW.length)
  const phaseW = [...baseW]
  const chosen: number[] = []
  const possible = (k: number, left: number) =>
    phaseW.every((w, phase) => {
      const stays = (staying[k] as Float64Array[])[phase] as Float64Array
      return w + (stays[Math.min(left, stays.length - 1)] as number) <= capW
    })
  const place = (k: number, left: number): boolean => {
    patience.spend()
    const circuit = circuits[k]
    if (circuit === undefined) return true
    for (let phase = 0; phase < baseW.length; phase++) {
      const cost = phase === circuit.phase ? 0 : 1
      if (cost > left) continue
      const before = phaseW[phase] as number
      const afterW = before + circuit.loadW
      phaseW[phase] = afterW
      chosen.push(phase)
      if (afterW <= capW && possible(k + 1, left - cost) && place(k + 1, left - cost)) return true
      chosen.pop()
      phaseW[phase] = before
    }
    return false
  }
  return possible(0, changes) && place(0, changes) ? chosen : null
}

/**
 * W-8: shares circuits out over the phases of a board, exactly: the smallest largest phase load, then the fewest circuits that change
 * phase, then the first list of phases. Throws a `RangeError` where that would take longer than anybody waits.
 *
 * @param baseW what stays on each phase whatever is chosen, in watts
 * @param fixedW what stands on phases that nothing can be moved to; it counts towards the largest load
 * @returns index of each circuit's phase, in the order of the circuits
 * @example sharePhases([{ loadW: 900, phase: 0 }, { loadW: 800, phase: 0 }], [0, 0]) // [0, 1]
 */
export function sharePhases(circuits: readonly SharedCircuit[], baseW: readonly number[], fixedW = 0): number[] {
  if (circuits.length === 0 || baseW.length === 0) return circuits.map(({ phase }) => phase)
  const patience = new Patience()
  const loadsW = circuits.map(({ loadW }) => loadW)
  const capW = Math.max(fixedW, smallestLargestW(baseW, loadsW, patience)) + EQUAL_W
  for (let changes = 0; changes <= circuits.length; changes++) {
    const found = firstWithin(circuits, baseW, capW, changes, patience)
    if (found !== null) return found
  }
  return circuits.map(({ phase }) => phase)
}
