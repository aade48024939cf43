import { type CompiledGraph, closedAutos, compileGraph, liveSources, reaches } from './graphState'
import { GRID_STATES, type GridState, type InstallationGraph, type Positions, graphFaults } from './installationGraph'

/** A position a person can picture: every manual switch, the grid, and what is live then. */
export interface CounterExample {
  positions: Positions
  gridState: GridState
  liveNodes: string[]
}

export interface PositionCheck {
  allowedCombinations: number
  /** Numbers of the invariants that fail somewhere. */
  violated: number[]
  /** 3 and 4, where they fail in any grid-fed house while the street's neutral is broken. */
  exposed: number[]
  /** First failing state of each violated invariant. */
  examples: Readonly<Record<string, CounterExample>>
}

/** What each invariant forbids, in one sentence. */
export const INVARIANT_WORDS: Readonly<Record<number, string>> = {
  1: 'A local source feeds the street: somebody working on the line can be killed.', 2: 'Two sources that each form a voltage are joined without being synchronised.',
  3: 'An energised part has no neutral–earth bond, or more than one.', 4: 'A live load has no neutral: its voltage floats.', 5: 'In an outage something promised is not fed, or something left out is.',
  6: 'PV has no voltage to follow where it should, or one where it should not.', 7: 'A circuit that needs residual-current protection has none upstream in one of the modes.',
  8: 'The bypass cannot feed the house with the inverter isolated, or is left closed.', 9: 'In island mode a live load loses its earth electrode.',
}

const allPhases = ({ phases }: CompiledGraph) => Array.from({ length: phases }, (_, k) => k)

/** Invariants that hold in every allowed state; the others belong to positions of the plan. */
const TESTED_EVERYWHERE = [1, 2, 3, 4] as const

/** Joins what the closed automatic devices join, and adds the bonds they make. */
function joinAutos({ joined, autos, autoJoints, autoBonds }: CompiledGraph, autosClosed: number, bonds: number[]): void {
  for (let k = 0; k < autos.length; k++) {
    if (!(autosClosed & (1 << k))) continue
    for (const joint of autoJoints[k] ?? []) joined.join(joint)
    bonds.push(...(autoBonds[k] ?? []))
  }
}

/** Applies one combination and what the automatic devices make of it; `undo` takes it back. */
function standing(compiled: CompiledGraph, chosen: readonly number[], gridState: GridState): { autosClosed: number; undo: () => void } {
  const { joined, manualJoints } = compiled
  const mark = joined.mark()
  chosen.forEach((position, k) => (manualJoints[k]?.[position] ?? []).forEach((joint) => joined.join(joint)))
  const autosClosed = closedAutos(compiled, gridState)
  joinAutos(compiled, autosClosed, [])
  return { autosClosed, undo: () => joined.backTo(mark) }
}

const chosenAt = ({ manual }: CompiledGraph, positions: Positions): number[] => manual.map(({ id, positions: own }) => own.findIndex(({ name }) => name === positions[id]))

const isAllowed = ({ interlocked, manualCloses }: CompiledGraph, chosen: readonly number[]): boolean =>
  !interlocked.some((others, k) => manualCloses[k]?.[chosen[k] as number] && others.some((other) => manualCloses[other]?.[chosen[other] as number]))

/** What a state breaks: a bit for each invariant that is violated, and for each that is only exposed. */
interface Broken {
  violated: number
  lessened: number
}

/**
 * Invariants 1 to 4 for states whose joints stand. It is asked millions of times, so it works on numbers laid out once and answers in the
 * same object each time.
 */
function invariantTester(compiled: CompiledGraph): (gridState: GridState, autosClosed: number, bonds: readonly number[]) => Broken {
  const { joined: { parent }, nodes, phases, neutral, supply, sources, distinctLoads: loads } = compiled
  const phaseBits = (own: readonly number[]) => own.reduce((bits, phase) => bits | (1 << phase), 0)
  const sourceNode = Int32Array.from(sources, ({ node }) => node)
  const sourcePhases = Int32Array.from(sources, (source) => phaseBits(source.phases))
  const loadNode = Int32Array.from(loads, ({ index }) => index)
  const loadPhases = Int32Array.from(loads, (load) => phaseBits(load.phases))
  const providesBond = sources.some((grid) => grid.isGrid && grid.providesBond)
  const roots = new Int32Array(sources.length * phases)
  const neutralRoots = new Int32Array(sources.length)
  const live = new Uint8Array(sources.length)
  const returnsNeutral = new Uint8Array(sources.length)
  const broken: Broken = { violated: 0, lessened: 0 }
  const rootOf = (conductor: number, node: number): number => {
    let at = conductor * nodes + node
    while (parent[at] !== at) at = parent[at] as number
    return at
  }
  return (gridState, autosClosed, bonds) => {
    let [violated, lessened] = [0, 0]
    const neutralBroken = gridState === 'brokenNeutral'
    const supplyNeutral = rootOf(neutral, supply)
    for (let k = 0; k < sources.length; k++) {
      const { isGrid, forming, gateway } = sources[k] as (typeof sources)[number]
      live[k] = (isGrid ? gridState !== 'dead' : forming && (gateway < 0 || !(autosClosed & (1 << gateway)))) ? 1 : 0
      returnsNeutral[k] = 0
      if (live[k] === 0) continue
      neutralRoots[k] = rootOf(neutral, sourceNode[k] as number)
      for (let phase = 0; phase < phases; phase++) {
        const root = (sourcePhases[k] as number) & (1 << phase) ? rootOf(phase, sourceNode[k] as number) : -1
        roots[k * phases + phase] = root
        if (root >= 0 && !isGrid && (gridState === 'dead' || gateway >= 0) && root === rootOf(phase, supply)) violated |= 1 << 1
      }
    }
    for (let a = 0; a < sources.length; a++) for (let b = a + 1; b < sources.length; b++) {
      if (live[a] === 0 || live[b] === 0) continue
      const group = sources[a]?.syncGroup ?? null
      if (group !== null && group === sources[b]?.syncGroup) continue
      for (let phase = 0; phase < phases; phase++) if ((roots[a * phases + phase] as number) >= 0 && roots[a * phases + phase] === roots[b * phases + phase]) violated |= 1 << 2
    }
    for (let l = 0; l < loads.length; l++) {
      let [fed, onlyGrid, returned] = [false, true, false]
      let loadNeutral = -1
      for (let k = 0; k < sources.length; k++) {
        if (live[k] === 0) continue
        let reached = false
        for (let phase = 0; phase < phases && !reached; phase++) reached = ((loadPhases[l] as number) & (1 << phase)) !== 0 && (roots[k * phases + phase] as number) >= 0 && roots[k * phases + phase] === rootOf(phase, loadNode[l] as number)
        if (!reached) continue
        fed = true
        const isGrid = sources[k]?.isGrid ?? false
        if (!isGrid) onlyGrid = false
        if (loadNeutral < 0) loadNeutral = rootOf(neutral, loadNode[l] as number)
        if (loadNeutral !== neutralRoots[k]) continue
        returnsNeutral[k] = 1
        if (!(isGrid && neutralBroken)) returned = true
      }
      if (!fed || returned || !loads[l]?.needsNeutral) continue
      if (neutralBroken && onlyGrid) lessened |= 1 << 4
      else violated |= 1 << 4
    }
    for (let k = 0; k < sources.length; k++) {
      if (live[k] === 0 || returnsNeutral[k] === 0) continue
      let count = providesBond && !neutralBroken && neutralRoots[k] === supplyNeutral ? 1 : 0
      for (const node of bonds) if (rootOf(neutral, node) === neutralRoots[k]) count++
      if (count === 1) continue
      if (neutralBroken && sources[k]?.isGrid) lessened |= 1 << 3
      else violated |= 1 << 3
    }
    broken.violated = violated
    broken.lessened = lessened
    return broken
  }
}

/** A state written out; on sets of its own, since those of the search are in use. */
function exampleOf(graph: InstallationGraph, chosen: readonly number[], gridState: GridState): CounterExample {
  const compiled = compileGraph(graph)
  const { manual, joined } = compiled
  const { autosClosed } = standing(compiled, chosen, gridState)
  const live = liveSources(compiled, gridState, autosClosed)
  const phases = allPhases(compiled)
  const liveNodes = graph.nodes.flatMap(({ id }, k) => (live.some((source) => source.phases.some((phase) => phases.includes(phase) && joined.find(phase, source.node) === joined.find(phase, k))) ? [id] : [])).sort()
  return { positions: Object.fromEntries(manual.map(({ id, positions }, k) => [id, positions[chosen[k] as number]?.name ?? ''])), gridState, liveNodes }
}

/** What a walk through positions hears of each: the state of the grid and what it breaks. */
type Heard = (chosen: readonly number[], gridState: GridState, broken: Broken) => void

/**
 * Walks through every allowed combination of manual positions, devices in listed order and the last one changing fastest, and tests
 * invariants 1 to 4 in each state of the grid. Switches are set one after the other and taken back, so that neighbours share their work.
 * `fixed` keeps a device in a position (−1 leaves it free); the walk ends early once `enough` says so.
 */
function walk(compiled: CompiledGraph, fixed: readonly number[], hear: Heard, enough: () => boolean): number {
  const { joined, manual, manualJoints, manualBonds, manualCloses, interlocked, fixedBonds } = compiled
  const chosen = manual.map(() => 0)
  const test = invariantTester(compiled)
  const decisions = new Int32Array(GRID_STATES.length)
  const bonds = [...fixedBonds]
  let combinations = 0
  const look = () => {
    combinations++
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
  const set = (k: number) => {
    if (k === manual.length) return look()
    for (let position = 0; position < (manualJoints[k]?.length ?? 0) && !enough(); position++) {
      if ((fixed[k] as number) >= 0 && position !== fixed[k]) continue
      chosen[k] = position
      if (manualCloses[k]?.[position] && interlocked[k]?.some((other) => other < k && manualCloses[other]?.[chosen[other] as number])) continue
      const mark = joined.mark()
      const bondMark = bonds.length
      for (const joint of manualJoints[k]?.[position] ?? []) joined.join(joint)
      bonds.push(...(manualBonds[k]?.[position] ?? []))
      set(k + 1)
      joined.backTo(mark)
      bonds.length = bondMark
    }
  }
  set(0)
  return combinations
}

/**
 * W-1: every allowed combination of manual positions with each state of the grid, the automatic devices following their logic, against
 * the nine invariants; complete, not sampled. Switches of final circuits need no walk of their own: 1 and 2 do not ask for loads, and 3
 * and 4 fail somewhere if and only if they fail with all of these switches closed. Only when something fails is the first failing state
 * looked for among all positions.
 *
 * @throws RangeError for a graph with faults, with the first of them
 */
export function positionCheck(graph: InstallationGraph): PositionCheck {
  const [fault] = graphFaults(graph)
  if (fault) throw new RangeError(`${fault.id}: ${fault.message}`)
  const compiled = compileGraph(graph)
  const { manual, leafClosed } = compiled
  const examples: Record<string, CounterExample> = {}
  let [violatedBits, exposedBits] = [0, 0]
  const walked = walk(compiled, leafClosed, (_chosen, _gridState, { violated, lessened }) => { violatedBits |= violated; exposedBits |= lessened }, () => false)
  const allowedCombinations = manual.reduce((product, { positions }, k) => ((leafClosed[k] as number) >= 0 ? product * positions.length : product), walked)
  let wanted = violatedBits
  if (wanted !== 0) walk(compiled, manual.map(() => -1), (chosen, gridState, { violated }) => {
    for (const number of TESTED_EVERYWHERE) if (violated & wanted & (1 << number)) {
      examples[number] = exampleOf(graph, chosen, gridState)
      wanted &= ~(1 << number)
    }
  }, () => wanted === 0)
  planned(graph, compiled, examples)
  return { allowedCombinations, violated: Object.keys(examples).map(Number).sort((a, b) => a - b), exposed: TESTED_EVERYWHERE.filter((number) => exposedBits & (1 << number)), examples }
}

/** Invariants 5 to 9, in the positions that the plan speaks of. */
function planned(graph: InstallationGraph, compiled: CompiledGraph, examples: Record<string, CounterExample>): void {
  const { plan, nodes, sources } = graph
  const { joined, loads, supply, protective } = compiled
  const [asLeft, island] = [chosenAt(compiled, plan.asLeft), chosenAt(compiled, plan.island)]
  const fail = (number: number, chosen: readonly number[], gridState: GridState) => { examples[number] ??= exampleOf(graph, chosen, gridState) }
  const loadOf = (index: number) => nodes[index]
  {
    const { autosClosed, undo } = standing(compiled, island, 'dead')
    const live = liveSources(compiled, 'dead', autosClosed)
    const isLive = ({ index, phases }: (typeof loads)[number]) => live.some((source) => reaches(compiled, source, index, phases))
    const isFed = ({ index, phases }: (typeof loads)[number]) => phases.every((phase) => live.some((source) => reaches(compiled, source, index, [phase])))
    const electrodes = nodes.flatMap(({ kind }, k) => (kind === 'electrode' ? [k] : []))
    const five = loads.some((load) => (loadOf(load.index)?.promise === 'backup' ? !isFed(load) : loadOf(load.index)?.promise === 'leftOut' && isLive(load)))
    const six = sources.some((source, k) => {
      if (source.role !== 'following' || source.planSide === undefined) return false
      const own = compiled.sources[k]
      const follows = own !== undefined && live.some((forming) => !forming.isGrid && reaches(compiled, forming, own.node, own.phases))
      return follows !== (source.planSide === 'island')
    })
    const nine = loads.some((load) => isLive(load) && !electrodes.some((electrode) => joined.find(protective, electrode) === joined.find(protective, load.index)))
    undo()
    if (five) fail(5, island, 'dead')
    if (six) fail(6, island, 'dead')
    if (nine) fail(9, island, 'dead')
  }
  const bare = compileGraph(graph, ({ rcd }) => rcd)
  for (const [chosen, gridState] of [[asLeft, 'healthy'], [island, 'dead']] as const) {
    const whole = standing(compiled, chosen, gridState)
    const live = liveSources(compiled, gridState, whole.autosClosed)
    const protectedLoads = loads.filter((load) => loadOf(load.index)?.promise === 'backup' && (loadOf(load.index)?.rcdRequired ?? true) && live.some((source) => reaches(compiled, source, load.index, load.phases)))
    whole.undo()
    const mark = bare.joined.mark()
    chosen.forEach((position, k) => (bare.manualJoints[k]?.[position] ?? []).forEach((joint) => bare.joined.join(joint)))
    joinAutos(bare, whole.autosClosed, [])
    if (protectedLoads.some((load) => live.some((source) => reaches(bare, source, load.index, load.phases)))) fail(7, chosen, gridState)
    bare.joined.backTo(mark)
  }
  if (plan.bypass === null) return
  const bypass = chosenAt(compiled, plan.bypass)
  const { undo } = standing(compiled, bypass, 'healthy')
  const grid = compiled.sources.find(({ isGrid }) => isGrid)
  const locals = compiled.sources.filter(({ isGrid, forming }) => !isGrid && forming)
  const feeds = loads.filter((load) => loadOf(load.index)?.promise === 'backup').every((load) => load.phases.every((phase) => grid !== undefined && reaches(compiled, grid, load.index, [phase])))
  const isolated = locals.every((source) => !loads.some((load) => reaches(compiled, source, load.index, load.phases)) && !reaches(compiled, source, supply, allPhases(compiled)))
  undo()
  if (!isAllowed(compiled, bypass) || !feeds || !isolated) fail(8, bypass, 'healthy')
  else if (compiled.manual.some(({ bypass: is }, k) => is && compiled.manualCloses[k]?.[asLeft[k] as number])) fail(8, asLeft, 'healthy')
}
