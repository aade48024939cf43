import { atMost } from '../quantity/tolerance'

/** As many circuits as every arrangement is looked through for. */
export const EXACT_REGROUP_CIRCUITS = 16

export interface RegroupCircuit {
  id: string
  leakageMa: number
  group: number
  safety?: boolean
}

export interface Regroup {
  /** Devices that have to be added; `null` when no number of them does it. */
  addedGroups: number | null
  /** Circuits that change their device; `null` with `addedGroups`. */
  minMoves: number | null
  /** Circuit to its new device, moved ones only; places from the end of the list on are added devices. */
  moves: Record<string, number>
  /** Every arrangement was looked through; otherwise it is a good one, not surely the fewest moves. */
  exact: boolean
}

const NONE = 255

const bitsOf = (mask: number): number => {
  let count = 0
  for (let rest = mask; rest !== 0; rest &= rest - 1) count++
  return count
}

const impossible = (exact: boolean): Regroup => ({ addedGroups: null, minMoves: null, moves: {}, exact })

/** Sums of every set of circuits, by their bits. */
function sumsOfSets(circuits: readonly RegroupCircuit[]): Float64Array {
  const sums = new Float64Array(1 << circuits.length)
  for (let set = 1; set < sums.length; set++) {
    const lowest = set & -set
    sums[set] = sums[set ^ lowest]! + circuits[31 - Math.clz32(lowest)]!.leakageMa
  }
  return sums
}

/** The leakiest circuit and the safety circuits, as bits: no device may hold both. */
function keptApart(circuits: readonly RegroupCircuit[]): { leakiest: number; safety: number } {
  let leakiest = 0
  circuits.forEach(({ leakageMa }, at) => {
    if (leakageMa > circuits[leakiest]!.leakageMa) leakiest = at
  })
  const safety = circuits.reduce((bits, circuit, at) => (circuit.safety ? bits | (1 << at) : bits), 0)
  return { leakiest: 1 << leakiest, safety: safety & ~(1 << leakiest) }
}

/** Fewest moves that bring each set of circuits onto the devices looked at so far, and what the last of them then holds. */
interface Layer {
  fewest: Uint8Array
  holds: Uint16Array
}

/**
 * One more device: for every set, the best of what it may hold. A move is counted at the device a circuit comes to, so the order of the
 * devices does not matter. Goes through the subsets of what is not placed yet, 3ⁿ steps whatever the leakages are.
 */
function withDevice(before: Uint8Array, mayHold: Uint8Array, costs: Uint8Array): Layer {
  const fewest = new Uint8Array(before.length).fill(NONE)
  const holds = new Uint16Array(before.length)
  const all = before.length - 1
  for (let placed = 0; placed <= all; placed++) {
    const moves = before[placed]!
    if (moves === NONE) continue
    const rest = all ^ placed
    for (let set = rest; ; set = (set - 1) & rest) {
      const cost = moves + costs[set]!
      if (mayHold[set] === 1 && cost < fewest[placed | set]!) {
        fewest[placed | set] = cost
        holds[placed | set] = set
      }
      if (set === 0) break
    }
  }
  return { fewest, holds }
}

function exactRegroup(circuits: readonly RegroupCircuit[], limitMa: readonly number[], newLimitMa: number): Regroup {
  const sums = sumsOfSets(circuits)
  const { leakiest, safety } = keptApart(circuits)
  const apart = (set: number) => (set & leakiest) === 0 || (set & safety) === 0
  const mayHold = (mostMa: number) => Uint8Array.from(sums, (sum, set) => Number(atMost(sum, mostMa) && apart(set)))
  const costs = (own: number) => Uint8Array.from(sums, (_, set) => bitsOf(set & ~own))
  const ownOf = (group: number) =>
    circuits.reduce((bits, one, at) => (one.group === group ? bits | (1 << at) : bits), 0)
  const all = sums.length - 1
  const start = new Uint8Array(sums.length).fill(NONE)
  start[0] = 0
  const layers: Layer[] = []
  const reached = () => layers.at(-1)?.fewest ?? start
  limitMa.forEach((mostMa, group) => layers.push(withDevice(reached(), mayHold(mostMa), costs(ownOf(group)))))
  const heldByNew = mayHold(newLimitMa)
  const allMoved = costs(0)
  for (let added = 0; added <= circuits.length; added++) {
    const minMoves = reached()[all]!
    if (minMoves !== NONE) return { addedGroups: added, minMoves, moves: movesOf(layers, circuits), exact: true }
    layers.push(withDevice(reached(), heldByNew, allMoved))
  }
  return impossible(true)
}

function movesOf(layers: readonly Layer[], circuits: readonly RegroupCircuit[]): Record<string, number> {
  const moves: Record<string, number> = {}
  let left = 2 ** circuits.length - 1
  for (let group = layers.length - 1; group >= 0; group--) {
    const held = layers[group]!.holds[left]!
    circuits.forEach((circuit, at) => {
      if ((held >> at) & 1 && circuit.group !== group) moves[circuit.id] = group
    })
    left ^= held
  }
  return moves
}

/** Takes the largest circuits off every device that is over, and puts each where most room is left. */
function nearRegroup(circuits: readonly RegroupCircuit[], limitMa: readonly number[], newLimitMa: number): Regroup {
  const room = [...limitMa]
  const bySize = [...circuits].sort((a, b) => a.leakageMa - b.leakageMa)
  const off: RegroupCircuit[] = []
  for (const circuit of bySize) {
    if (atMost(circuit.leakageMa, room[circuit.group]!)) room[circuit.group]! -= circuit.leakageMa
    else off.push(circuit)
  }
  const moves: Record<string, number> = {}
  for (const { id, leakageMa } of off.reverse()) {
    let best = room.indexOf(Math.max(...room))
    if (!atMost(leakageMa, room[best] ?? 0)) {
      if (!atMost(leakageMa, newLimitMa)) return impossible(false)
      best = room.push(newLimitMa) - 1
    }
    room[best]! -= leakageMa
    moves[id] = best
  }
  return { addedGroups: room.length - limitMa.length, minMoves: off.length, moves, exact: false }
}

/**
 * E-10, regrouping: the fewest circuits moved so that every device is within its limit, on the devices there are; where no arrangement
 * does, devices are added one at a time. Exact up to `EXACT_REGROUP_CIRCUITS` circuits. A safety circuit never comes to share with the leakiest.
 *
 * @param circuits those that share a device; `group` is a place in `limitMa`
 * @example
 * regroupedCircuits([{ id: 'a', leakageMa: 5, group: 0 }, { id: 'b', leakageMa: 4, group: 0 }], [7.5, 7.5], 7.5)
 * // => { addedGroups: 0, minMoves: 1, moves: { b: 1 }, exact: true }
 */
export function regroupedCircuits(
  circuits: readonly RegroupCircuit[],
  limitMa: readonly number[],
  newLimitMa: number,
): Regroup {
  return circuits.length <= EXACT_REGROUP_CIRCUITS
    ? exactRegroup(circuits, limitMa, newLimitMa)
    : nearRegroup(circuits, limitMa, newLimitMa)
}
