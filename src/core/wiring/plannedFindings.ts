import { standing } from './counterExample'
import { type CompiledGraph, compileGraph, liveSources, reaches } from './graphState'
import type { GridState, InstallationGraph } from './installationGraph'
import { chosenAt, isAllowed, joinAutos } from './walkPositions'

/** One of the invariants 5 to 9 that fails in a position of the plan, with the things it fails for. */
export interface PlannedFinding {
  invariant: number
  chosen: readonly number[]
  gridState: GridState
  /** Ids of the loads, sources or devices concerned. */
  things: string[]
  kind:
    | 'notFed'
    | 'fedAgainstPlan'
    | 'pvLost'
    | 'pvFollows'
    | 'noRcd'
    | 'noElectrode'
    | 'bypassNotAllowed'
    | 'bypassNotFeeding'
    | 'inverterNotIsolated'
    | 'bypassLeftClosed'
}

type Load = CompiledGraph['loads'][number]

/** Invariants 5 to 9, in the positions that the plan speaks of. Nothing is found when the plan holds. */
export function plannedFindings(graph: InstallationGraph, compiled: CompiledGraph): PlannedFinding[] {
  return [...inIsland(graph, compiled), ...withoutRcd(graph, compiled), ...inBypass(graph, compiled)]
}

const idsOf = ({ nodes }: InstallationGraph, loads: readonly Load[]) => loads.map(({ index }) => nodes[index]?.id ?? '')
const isBackedUp = ({ nodes }: InstallationGraph, { index }: Load) => nodes[index]?.promise === 'backup'

/** 5, 6 and 9: what is fed, what PV follows, and the electrode, in island mode with the grid dead. */
function inIsland(graph: InstallationGraph, compiled: CompiledGraph): PlannedFinding[] {
  const { plan, nodes, sources } = graph
  const { joined, loads, protective } = compiled
  const chosen = chosenAt(compiled, plan.island)
  const { autosClosed, undo } = standing(compiled, chosen, 'dead')
  const live = liveSources(compiled, 'dead', autosClosed)
  const isLive = ({ index, phases }: Load) => live.some((source) => reaches(compiled, source, index, phases))
  const isFed = ({ index, phases }: Load) =>
    phases.every((phase) => live.some((source) => reaches(compiled, source, index, [phase])))
  const electrodes = nodes.flatMap(({ kind }, k) => (kind === 'electrode' ? [k] : []))
  const finding = (invariant: number, kind: PlannedFinding['kind'], things: string[]): PlannedFinding[] =>
    things.length > 0 ? [{ invariant, chosen, gridState: 'dead', things, kind }] : []
  const pv = sources.flatMap((source, k) => {
    const own = compiled.sources[k]
    if (source.role !== 'following' || source.planSide === undefined || own === undefined) return []
    const follows = live.some((forming) => !forming.isGrid && reaches(compiled, forming, own.node, own.phases))
    return follows === (source.planSide === 'island') ? [] : [{ id: source.id, follows }]
  })
  const found = [
    ...finding(
      5,
      'notFed',
      idsOf(
        graph,
        loads.filter((load) => isBackedUp(graph, load) && !isFed(load)),
      ),
    ),
    ...finding(
      5,
      'fedAgainstPlan',
      idsOf(
        graph,
        loads.filter((load) => nodes[load.index]?.promise === 'leftOut' && isLive(load)),
      ),
    ),
    ...finding(
      6,
      'pvLost',
      pv.filter(({ follows }) => !follows).map(({ id }) => id),
    ),
    ...finding(
      6,
      'pvFollows',
      pv.filter(({ follows }) => follows).map(({ id }) => id),
    ),
    ...finding(
      9,
      'noElectrode',
      idsOf(
        graph,
        loads.filter(
          (load) =>
            isLive(load) &&
            !electrodes.some((electrode) => joined.find(protective, electrode) === joined.find(protective, load.index)),
        ),
      ),
    ),
  ]
  undo()
  return found
}

/** 7: backed-up loads that stay joined to a live source when every way with a residual-current device is taken out. */
function withoutRcd(graph: InstallationGraph, compiled: CompiledGraph): PlannedFinding[] {
  const bare = compileGraph(graph, ({ rcd }) => rcd)
  return (
    [
      [graph.plan.asLeft, 'healthy'],
      [graph.plan.island, 'dead'],
    ] as const
  ).flatMap(([positions, gridState]): PlannedFinding[] => {
    const chosen = chosenAt(compiled, positions)
    const whole = standing(compiled, chosen, gridState)
    const live = liveSources(compiled, gridState, whole.autosClosed)
    const asked = compiled.loads.filter(
      (load) =>
        isBackedUp(graph, load) &&
        (graph.nodes[load.index]?.rcdRequired ?? true) &&
        live.some((source) => reaches(compiled, source, load.index, load.phases)),
    )
    whole.undo()
    const mark = bare.joined.mark()
    chosen.forEach((position, k) =>
      (bare.manualJoints[k]?.[position] ?? []).forEach((joint) => bare.joined.join(joint)),
    )
    joinAutos(bare, whole.autosClosed, [])
    const things = idsOf(
      graph,
      asked.filter((load) => live.some((source) => reaches(bare, source, load.index, load.phases))),
    )
    bare.joined.backTo(mark)
    return things.length > 0 ? [{ invariant: 7, chosen, gridState, things, kind: 'noRcd' }] : []
  })
}

/** 8: the bypass feeds the house with the inverter isolated, and is left open. */
function inBypass(graph: InstallationGraph, compiled: CompiledGraph): PlannedFinding[] {
  if (graph.plan.bypass === null) return []
  const chosen = chosenAt(compiled, graph.plan.bypass)
  const phases = Array.from({ length: compiled.phases }, (_, phase) => phase)
  const { undo } = standing(compiled, chosen, 'healthy')
  const grid = compiled.sources.find(({ isGrid }) => isGrid)
  const notFed = compiled.loads.filter(
    (load) =>
      isBackedUp(graph, load) &&
      !load.phases.every((phase) => grid !== undefined && reaches(compiled, grid, load.index, [phase])),
  )
  const joinedSources = compiled.sources.filter(
    (source) =>
      !source.isGrid &&
      source.forming &&
      (compiled.loads.some((load) => reaches(compiled, source, load.index, load.phases)) ||
        reaches(compiled, source, compiled.supply, phases)),
  )
  undo()
  const finding = (kind: PlannedFinding['kind'], things: string[], at = chosen): PlannedFinding => ({
    invariant: 8,
    chosen: at,
    gridState: 'healthy',
    things,
    kind,
  })
  const closedByInterlock = graph.interlocks.flatMap((pair) =>
    pair.every((id) => {
      const k = compiled.manual.findIndex((device) => device.id === id)
      return k >= 0 && compiled.manualCloses[k]?.[chosen[k] as number]
    })
      ? [...pair]
      : [],
  )
  const failing = [
    ...(isAllowed(compiled, chosen) ? [] : [finding('bypassNotAllowed', closedByInterlock)]),
    ...(notFed.length > 0 ? [finding('bypassNotFeeding', idsOf(graph, notFed))] : []),
    ...(joinedSources.length > 0
      ? [
          finding(
            'inverterNotIsolated',
            joinedSources.map(({ id }) => id),
          ),
        ]
      : []),
  ]
  if (failing.length > 0) return failing
  const asLeft = chosenAt(compiled, graph.plan.asLeft)
  const left = compiled.manual
    .filter(({ bypass }, k) => bypass && compiled.manualCloses[k]?.[asLeft[k] as number])
    .map(({ id }) => id)
  return left.length > 0 ? [finding('bypassLeftClosed', left, asLeft)] : []
}
