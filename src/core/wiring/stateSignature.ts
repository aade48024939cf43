import type { CompiledGraph } from './graphState'

/** Something that the invariants 1 to 4 ask about, with the places of its conductors in the joint sets. */
interface Thing {
  /** What it is but for where it stands: things of one kind standing alike are alike. */
  kind: number
  isSource: boolean
  isLoad: boolean
  places: readonly number[]
}

/** Two sources or bonds of a kind can differ from one; more than two never differ from two, and loads alike are as one. */
const MOST_ALIKE = 2
/** Labels start above the marks that part a signature. */
const FIRST_LABEL = 64
const NEXT = '\u0001'
const END = '\u0002'

/**
 * Writes down, for a walk that has set the devices before `k`, all that the rest of the walk can depend on: how the places that later and
 * automatic devices touch are joined, and what hangs on each of the sets, whichever load or source it is. Two states with the same
 * signature give the same findings with every setting of the devices from `k` on.
 *
 * @returns a function of the device that is set next, the positions so far, and the bonds that are closed so far
 */
export function signatures(
  compiled: CompiledGraph,
): (k: number, chosen: readonly number[], bonds: readonly number[]) => string {
  const { nodes, neutral, joined, manual, manualCloses, interlocked } = compiled
  const keptFrom = keptPlaces(compiled)
  const { things, bondKind } = thingsOf(compiled)
  // stamps save clearing: what carries an older stamp counts as empty
  const label = new Int32Array(joined.parent.length)
  const labelStamp = new Uint32Array(joined.parent.length)
  const owner = new Int32Array(joined.parent.length)
  const ownerStamp = new Uint32Array(joined.parent.length)
  let stamp = 0
  const rootOf = (place: number): number => {
    let at = place
    while (joined.parent[at] !== at) at = joined.parent[at] as number
    return at
  }
  const heldOpen = manual.map((_, k) =>
    manual.flatMap((__, j) => (j < k && interlocked[j]?.some((other) => other >= k) ? [j] : [])),
  )
  return (k, chosen, bonds) => {
    stamp++
    let next = FIRST_LABEL
    let written = ''
    for (const place of keptFrom[k] as readonly number[]) {
      const root = rootOf(place)
      if (labelStamp[root] !== stamp) {
        labelStamp[root] = stamp
        label[root] = next++
      }
      written += String.fromCharCode(label[root] as number)
    }
    for (const j of heldOpen[k] as readonly number[]) written += manualCloses[j]?.[chosen[j] as number] ? '1' : '0'
    const all: Thing[] = [
      ...things,
      ...bonds.map((node) => ({ kind: bondKind, isSource: false, isLoad: false, places: [neutral * nodes + node] })),
    ]
    // things that share a set which nothing later touches are written down together
    const group = all.map((_, t) => t)
    const groupOf = (t: number): number => (group[t] === t ? t : groupOf(group[t] as number))
    all.forEach(({ places }, t) => {
      for (const place of places) {
        const root = rootOf(place)
        if (labelStamp[root] === stamp) continue
        if (ownerStamp[root] === stamp) group[groupOf(t)] = groupOf(owner[root] as number)
        else {
          ownerStamp[root] = stamp
          owner[root] = t
        }
      }
    })
    const texts = all.map(() => '')
    const matters = all.map(() => false)
    const onlyLoads = all.map(() => true)
    const locals = all.map((): number[] => [])
    all.forEach(({ kind, isSource, isLoad, places }, t) => {
      const g = groupOf(t)
      if (!isLoad) onlyLoads[g] = false
      if (isSource) matters[g] = true
      let text = NEXT + String.fromCharCode(FIRST_LABEL + kind)
      for (const place of places) {
        const root = rootOf(place)
        if (labelStamp[root] === stamp) {
          matters[g] = true
          text += String.fromCharCode(label[root] as number)
          continue
        }
        const local = locals[g] as number[]
        const known = local.indexOf(root)
        text += `-${known < 0 ? local.push(root) - 1 : known}`
      }
      texts[g] += text
    })
    const count = new Map<string, number>()
    texts.forEach((text, g) => {
      if (text === '' || !matters[g]) return
      count.set(text, onlyLoads[g] ? 1 : Math.min((count.get(text) ?? 0) + 1, MOST_ALIKE))
    })
    return (
      written +
      [...count]
        .map(([text, times]) => END + text + times)
        .sort()
        .join('')
    )
  }
}

/** For each device to be set next, the places that it, a later one or an automatic one can join, or that the grid is watched at. */
function keptPlaces(compiled: CompiledGraph): number[][] {
  const { nodes, neutral, phases, supply, manual, manualJoints, manualBonds, autoJoints, autoBonds, autoLogic } =
    compiled
  const at = (conductor: number, node: number) => conductor * nodes + node
  const onPhases = (node: number) => Array.from({ length: phases }, (_, phase) => at(phase, node))
  const always = [
    ...onPhases(supply),
    at(neutral, supply),
    ...autoLogic.flatMap(({ sense }) => (sense < 0 ? [] : onPhases(sense))),
    ...autoJoints.flat().flatMap(({ conductor, a, b }) => [at(conductor, a), at(conductor, b)]),
    ...autoBonds.flat().map((node) => at(neutral, node)),
  ]
  const ofDevice = manual.map((_, k) => [
    ...(manualJoints[k] ?? []).flat().flatMap(({ conductor, a, b }) => [at(conductor, a), at(conductor, b)]),
    ...(manualBonds[k] ?? []).flat().map((node) => at(neutral, node)),
  ])
  const protective = compiled.protective * nodes
  return [...manual, null].map((_, k) => {
    const places = new Set([...always, ...ofDevice.slice(k).flat()])
    // the protective conductor is nothing that invariants 1 to 4 ask for
    return [...places].filter((place) => place < protective).sort((a, b) => a - b)
  })
}

function thingsOf({ nodes, neutral, sources, distinctLoads }: CompiledGraph): { things: Thing[]; bondKind: number } {
  const kinds = new Map<string, number>()
  const kindOf = (what: unknown): number => {
    const key = JSON.stringify(what)
    if (!kinds.has(key)) kinds.set(key, kinds.size)
    return kinds.get(key) as number
  }
  const placesOf = (node: number, phases: readonly number[]) =>
    [...phases, neutral].map((conductor) => conductor * nodes + node)
  return {
    things: [
      ...sources
        .filter(({ isGrid, forming }) => isGrid || forming)
        .map(({ node, phases, isGrid, gateway, providesBond, syncGroup }) => ({
          kind: kindOf(['source', phases, isGrid, gateway, providesBond, syncGroup]),
          isSource: true,
          isLoad: false,
          places: placesOf(node, phases),
        })),
      ...distinctLoads.map(({ index, phases, needsNeutral }) => ({
        kind: kindOf(['load', phases, needsNeutral]),
        isSource: false,
        isLoad: true,
        places: placesOf(index, phases),
      })),
    ],
    bondKind: kindOf(['bond']),
  }
}
