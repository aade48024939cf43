import type { CompiledGraph } from './graphState'
import type { GridState } from './installationGraph'

/** What each invariant forbids, in one sentence. */
export const INVARIANT_WORDS: Readonly<Record<number, string>> = {
  1: 'A local source feeds the street: somebody working on the line can be killed.',
  2: 'Two sources that each form a voltage are joined without being synchronised.',
  3: 'An energised part has no neutral–earth bond, or more than one.',
  4: 'A live load has no neutral: its voltage floats.',
  5: 'In an outage something promised is not fed, or something left out is.',
  6: 'PV has no voltage to follow where it should, or one where it should not.',
  7: 'A circuit that needs residual-current protection has none upstream in one of the modes.',
  8: 'The bypass cannot feed the house with the inverter isolated, or is left closed.',
  9: 'In island mode a live load loses its earth electrode.',
}

/** Invariants that hold in every allowed state; the others belong to positions of the plan. */
export const TESTED_EVERYWHERE = [1, 2, 3, 4] as const

/** What a state breaks: a bit for each invariant that is violated, and for each that is only exposed. */
export interface Broken {
  violated: number
  lessened: number
}

/**
 * Invariants 1 to 4 for states whose joints stand. It is asked millions of times, so it works on numbers laid out once and answers in the
 * same object each time.
 */
export function invariantTester(
  compiled: CompiledGraph,
): (gridState: GridState, autosClosed: number, bonds: readonly number[]) => Broken {
  const {
    joined: { parent },
    nodes,
    phases,
    neutral,
    supply,
    sources,
    distinctLoads: loads,
  } = compiled
  const phaseBits = (own: readonly number[]) => own.reduce((bits, phase) => bits | (1 << phase), 0)
  const sourceNode = Int32Array.from(sources, ({ node }) => node)
  const sourcePhases = Int32Array.from(sources, (source) => phaseBits(source.phases))
  const grid = Uint8Array.from(sources, ({ isGrid }) => Number(isGrid))
  const forming = Uint8Array.from(sources, (source) => Number(source.forming))
  const gateways = Int32Array.from(sources, ({ gateway }) => gateway)
  const needsNeutral = Uint8Array.from(loads, (load) => Number(load.needsNeutral))
  const supplyRoots = new Int32Array(phases)
  const loadNode = Int32Array.from(loads, ({ index }) => index)
  const loadPhases = Int32Array.from(loads, (load) => phaseBits(load.phases))
  const providesBond = sources.some((grid) => grid.isGrid && grid.providesBond)
  const roots = new Int32Array(sources.length * phases)
  const neutralRoots = new Int32Array(sources.length)
  const live = new Uint8Array(sources.length)
  const returnsNeutral = new Uint8Array(sources.length)
  // pairs of sources that must never be joined, laid out once
  const strangers = Int32Array.from(
    sources.flatMap((one, a) =>
      sources
        .slice(a + 1)
        .flatMap((other, k) => (one.syncGroup !== null && one.syncGroup === other.syncGroup ? [] : [a, a + 1 + k])),
    ),
  )
  const broken: Broken = { violated: 0, lessened: 0 }
  const rootOf = (conductor: number, node: number): number => {
    let at = conductor * nodes + node
    while (parent[at] !== at) at = parent[at] as number
    return at
  }
  return (gridState, autosClosed, bonds) => {
    let [violated, lessened] = [0, 0]
    const neutralBroken = gridState === 'brokenNeutral'
    const dead = gridState === 'dead'
    const supplyNeutral = rootOf(neutral, supply)
    for (let phase = 0; phase < phases; phase++) supplyRoots[phase] = rootOf(phase, supply)
    for (let k = 0; k < sources.length; k++) {
      const [gateway, isGrid] = [gateways[k] as number, grid[k] === 1]
      live[k] = isGrid
        ? dead
          ? 0
          : 1
        : forming[k] === 1 && (gateway < 0 || (autosClosed & (1 << gateway)) === 0)
          ? 1
          : 0
      returnsNeutral[k] = 0
      if (live[k] === 0) continue
      neutralRoots[k] = rootOf(neutral, sourceNode[k] as number)
      for (let phase = 0; phase < phases; phase++) {
        const root = (sourcePhases[k] as number) & (1 << phase) ? rootOf(phase, sourceNode[k] as number) : -1
        roots[k * phases + phase] = root
        if (root >= 0 && !isGrid && (dead || gateway >= 0) && root === supplyRoots[phase]) violated |= 1 << 1
      }
    }
    for (let pair = 0; pair < strangers.length; pair += 2) {
      const [a, b] = [strangers[pair] as number, strangers[pair + 1] as number]
      if (live[a] === 0 || live[b] === 0) continue
      for (let phase = 0; phase < phases; phase++)
        if ((roots[a * phases + phase] as number) >= 0 && roots[a * phases + phase] === roots[b * phases + phase])
          violated |= 1 << 2
    }
    for (let l = 0; l < loads.length; l++) {
      let [fed, onlyGrid, returned] = [false, true, false]
      let loadNeutral = -1
      for (let k = 0; k < sources.length; k++) {
        if (live[k] === 0) continue
        let reached = false
        for (let phase = 0; phase < phases && !reached; phase++)
          reached =
            ((loadPhases[l] as number) & (1 << phase)) !== 0 &&
            (roots[k * phases + phase] as number) >= 0 &&
            roots[k * phases + phase] === rootOf(phase, loadNode[l] as number)
        if (!reached) continue
        fed = true
        const isGrid = grid[k] === 1
        if (!isGrid) onlyGrid = false
        if (loadNeutral < 0) loadNeutral = rootOf(neutral, loadNode[l] as number)
        if (loadNeutral !== neutralRoots[k]) continue
        returnsNeutral[k] = 1
        if (!(isGrid && neutralBroken)) returned = true
      }
      if (!fed || returned || needsNeutral[l] === 0) continue
      if (neutralBroken && onlyGrid) lessened |= 1 << 4
      else violated |= 1 << 4
    }
    for (let k = 0; k < sources.length; k++) {
      if (live[k] === 0 || returnsNeutral[k] === 0) continue
      let count = providesBond && !neutralBroken && neutralRoots[k] === supplyNeutral ? 1 : 0
      for (const node of bonds) if (rootOf(neutral, node) === neutralRoots[k]) count++
      if (count === 1) continue
      if (neutralBroken && grid[k] === 1) lessened |= 1 << 3
      else violated |= 1 << 3
    }
    broken.violated = violated
    broken.lessened = lessened
    return broken
  }
}
