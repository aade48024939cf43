import { type CompiledGraph, closedAutos } from './graphState'
import { GRID_STATES, type GridState, type Positions } from './installationGraph'
import { type Broken, invariantTester } from './invariants'
import { signatures } from './stateSignature'

/** What a walk through positions hears of each: where every manual device stands, the state of the grid, what it breaks, and the bonds that are closed. */
export type Heard = (chosen: readonly number[], gridState: GridState, broken: Broken) => void

export interface Walked {
  /** Combinations that were tested, together with those that cannot differ from one that was. */
  covered: number
}

/** States that one walk looks at before it gives up; a few seconds' work. */
export const MOST_LOOKS = 400_000
/** Kinds of state that one walk remembers before it gives up: what keeps its memory in bounds. */
const MOST_REMEMBERED = 10_000

/** Joins what the closed automatic devices join, and adds the bonds they make. */
export function joinAutos(
  { joined, autos, autoJoints, autoBonds }: CompiledGraph,
  autosClosed: number,
  bonds: number[],
): void {
  for (let k = 0; k < autos.length; k++) {
    if (!(autosClosed & (1 << k))) continue
    for (const joint of autoJoints[k] ?? []) joined.join(joint)
    bonds.push(...(autoBonds[k] ?? []))
  }
}

/** Index of the position each manual device is said to stand in; −1 for one it does not have. */
export const chosenAt = ({ manual }: Pick<CompiledGraph, 'manual'>, positions: Positions): number[] =>
  manual.map(({ id, positions: own }) => own.findIndex(({ name }) => name === positions[id]))

/** Whether no interlock stands against it. */
export const isAllowed = ({ interlocked, manualCloses }: CompiledGraph, chosen: readonly number[]): boolean =>
  !interlocked.some(
    (others, k) =>
      manualCloses[k]?.[chosen[k] as number] && others.some((other) => manualCloses[other]?.[chosen[other] as number]),
  )

/** How many combinations of manual positions the interlocks allow; only devices with interlocks have to be tried against each other. */
export function allowedCombinations({ manual, manualCloses, interlocked }: CompiledGraph): number {
  const held = manual.flatMap((_, k) => ((interlocked[k]?.length ?? 0) > 0 ? [k] : []))
  const free = manual.reduce(
    (product, { positions }, k) => (held.includes(k) ? product : product * positions.length),
    1,
  )
  const closed = new Set<number>()
  const count = (index: number): number => {
    const k = held[index]
    if (k === undefined) return 1
    const closing = (manualCloses[k] ?? []).filter(Boolean).length
    let total = ((manual[k]?.positions.length ?? 0) - closing) * count(index + 1)
    if (closing > 0 && !interlocked[k]?.some((other) => closed.has(other))) {
      closed.add(k)
      total += closing * count(index + 1)
      closed.delete(k)
    }
    return total
  }
  return free * count(0)
}

/**
 * Tells whether what a device does can still change anything, given the devices before it: whether anything it joins can be reached from a
 * source with every later device closed. Behind an open main switch nothing matters until something else feeds it.
 */
function mattersTest({
  ways,
  nodes,
  touches,
  manualJoints,
  manual,
}: CompiledGraph): (k: number, chosen: readonly number[]) => boolean {
  const reached = new Uint8Array(nodes)
  const queue = new Int32Array(nodes)
  const neighbours: number[][] = Array.from({ length: nodes }, () => [])
  ways.ids.forEach((_, way) => {
    neighbours[ways.a[way] as number]?.push(way)
    neighbours[ways.b[way] as number]?.push(way)
  })
  // whether a way is closed, by the position of its device
  const closedIn = ways.ids.map((id, way) =>
    Uint8Array.from(manual[ways.device[way] as number]?.positions ?? [], ({ closes }) => (closes.includes(id) ? 1 : 0)),
  )
  const isJoint = manualJoints.map((positions) => positions.some((joints) => joints.length > 0))
  return (k, chosen) => {
    if (!isJoint[k] && (touches[k]?.length ?? 0) === 0) return false
    reached.fill(0)
    let tail = 0
    for (const node of ways.alive) {
      reached[node] = 1
      queue[tail++] = node
    }
    for (let head = 0; head < tail; head++) {
      const here = queue[head] as number
      for (const way of neighbours[here] as number[]) {
        const there = (ways.a[way] as number) === here ? (ways.b[way] as number) : (ways.a[way] as number)
        if (reached[there]) continue
        const device = ways.device[way] as number
        if (device >= 0 && device < k && (closedIn[way] as Uint8Array)[chosen[device] as number] === 0) continue
        reached[there] = 1
        queue[tail++] = there
      }
    }
    return (touches[k] as readonly number[]).some((node) => reached[node] === 1)
  }
}

/** How a walk goes. */
export interface WalkWay {
  /** Keeps a device in a position; −1 leaves it free. */
  fixed?: readonly number[]
  /** States that cannot differ in what they break are walked once; whoever has to hear of each by itself says no. */
  alikeOnce: boolean
  /** Ends the walk once it says so. */
  enough?: () => boolean
}

/**
 * Walks through every allowed combination of manual positions, devices in listed order and the last one changing fastest, and tests
 * invariants 1 to 4 in each state of the grid. Switches are set one after the other and taken back, so that neighbours share their work;
 * a device that can change nothing where the walk stands is tried in its first position only. Of states that are alike the first is the
 * one that is walked. The walk gives up after `MOST_LOOKS` looks, or `MOST_REMEMBERED` kinds of state.
 */
export function walkPositions(compiled: CompiledGraph, { fixed, alikeOnce, enough }: WalkWay, hear: Heard): Walked {
  const { joined, manual, manualJoints, manualBonds, manualCloses, interlocked, fixedBonds } = compiled
  const chosen = manual.map(() => 0)
  const test = invariantTester(compiled)
  const matters = mattersTest(compiled)
  const signature = signatures(compiled)
  /** By the device that is set next: combinations beneath a kind of state that was walked to its end. */
  const walked = manual.map(() => new Map<string, number>())
  const decisions = new Int32Array(GRID_STATES.length)
  const bonds = [...fixedBonds]
  let [looks, remembered] = [0, 0]
  const isOver = () => looks >= MOST_LOOKS || remembered >= MOST_REMEMBERED || enough?.() === true
  const look = () => {
    looks++
    const mark = joined.mark()
    const bondMark = bonds.length
    for (let k = 0; k < GRID_STATES.length; k++) decisions[k] = closedAutos(compiled, GRID_STATES[k] as GridState)
    let standing = -1
    for (let k = 0; k < GRID_STATES.length; k++) {
      const [gridState, autosClosed] = [GRID_STATES[k] as GridState, decisions[k] as number]
      // dead and broken neutral mostly leave the automatic devices alike, and then the joints stand already
      if (autosClosed !== standing) {
        joined.backTo(mark)
        bonds.length = bondMark
        joinAutos(compiled, autosClosed, bonds)
        standing = autosClosed
      }
      hear(chosen, gridState, test(gridState, autosClosed, bonds))
    }
    joined.backTo(mark)
    bonds.length = bondMark
  }
  const isHeldShut = (k: number, position: number) =>
    manualCloses[k]?.[position] &&
    interlocked[k]?.some((other) => other < k && manualCloses[other]?.[chosen[other] as number])
  /** @returns combinations covered beneath, with the devices before `k` as they stand */
  const setIn = (k: number, position: number): number => {
    chosen[k] = position
    if (isHeldShut(k, position)) return 0
    const mark = joined.mark()
    const bondMark = bonds.length
    for (const joint of manualJoints[k]?.[position] ?? []) joined.join(joint)
    bonds.push(...(manualBonds[k]?.[position] ?? []))
    const covered = set(k + 1)
    joined.backTo(mark)
    bonds.length = bondMark
    return covered
  }
  const setAny = (k: number): number => {
    const own = manualJoints[k]?.length ?? 0
    const held = fixed?.[k] ?? -1
    if (held >= 0) return own * setIn(k, held)
    if (interlocked[k]?.length === 0 && !matters(k, chosen)) return own * setIn(k, 0)
    let covered = 0
    for (let position = 0; position < own && !isOver(); position++) covered += setIn(k, position)
    return covered
  }
  const set = (k: number): number => {
    if (k === manual.length) {
      look()
      return 1
    }
    if (!alikeOnce) return setAny(k)
    const kind = signature(k, chosen, bonds)
    const known = walked[k]?.get(kind)
    if (known !== undefined) return known
    const covered = setAny(k)
    if (isOver()) return covered
    walked[k]?.set(kind, covered)
    remembered++
    return covered
  }
  return { covered: set(0) }
}
