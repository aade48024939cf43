import type { Installation } from '../installation/installation'
import type { GraphNode, InstallationGraph } from './installationGraph'
import { startingTopology } from './topology/startingTopology'

/** How the plan has come to differ from a drawing that was made before: which thing, and in what. */
export interface PlanDifference {
  id: string
  /** Its id in the drawing; `null` where it is not there. */
  drawnId: string | null
  name: string
  what: 'notDrawn' | 'notPlanned' | 'backedUp' | 'leftOut' | 'phases' | 'rcd' | 'board'
  /** Where it is by the plan and by the drawing; only where it is on another board. */
  places?: { planned: string; drawn: string }
}

const CIRCUIT = /^(circuit|load)\./
const nameOf = ({ name, id }: GraphNode) => name ?? id
const phasesOf = ({ phases }: GraphNode, all: readonly string[]) => [...(phases ?? all)].sort().join()

/**
 * What of the plan a stored drawing does not show as it is planned now: circuits that came, went, are backed up or not any more, changed their phase,
 * their residual-current protection or their board. Each is told by its short name, or by its name alone where the drawing was made from elsewhere.
 *
 * @param drawn the stored drawing; one that is made from the plan differs in nothing
 * @example planNotDrawn(installation, graphOf(installation, 'wired')) // [{ id: 'circuit.c4', drawnId: null, name: 'Freezer', what: 'notDrawn' }]
 */
export function planNotDrawn(installation: Installation, drawn: InstallationGraph): PlanDifference[] {
  const plan = startingTopology(installation)
  const loads = plan.nodes.filter(({ kind }) => kind === 'load')
  const drawnLoads = drawn.nodes.filter(({ kind }) => kind === 'load')
  const shown = ({ id, name }: GraphNode) =>
    drawnLoads.find((node) => node.id === id) ?? drawnLoads.find((node) => name !== undefined && node.name === name)
  const found = loads.flatMap((load): PlanDifference[] => {
    const own = shown(load)
    const told = { id: load.id, drawnId: own?.id ?? null, name: nameOf(load) }
    if (!own) return [{ ...told, what: 'notDrawn' }]
    const board = boardsOf(load.id, own.id, plan, drawn)
    return [
      ...(own.promise === load.promise
        ? []
        : [{ ...told, what: load.promise === 'backup' ? ('backedUp' as const) : ('leftOut' as const) }]),
      ...(phasesOf(own, drawn.phases) === phasesOf(load, plan.phases) ? [] : [{ ...told, what: 'phases' as const }]),
      ...(load.rcdRequired === true && own.rcdRequired !== true ? [{ ...told, what: 'rcd' as const }] : []),
      ...(board ? [{ ...told, what: 'board' as const, places: board }] : []),
    ]
  })
  const gone = drawnLoads
    .filter(({ id }) => CIRCUIT.test(id) && !loads.some((load) => shown(load)?.id === id))
    .map((node): PlanDifference => ({ id: node.id, drawnId: node.id, name: nameOf(node), what: 'notPlanned' }))
  return [...found, ...gone]
}

/** The boards that feed a circuit by the plan and by the drawing, where both have both and they are not the same. */
function boardsOf(
  planned: string,
  drawn: string,
  plan: InstallationGraph,
  drawing: InstallationGraph,
): { planned: string; drawn: string } | null {
  const from = (graph: InstallationGraph, id: string) => graph.edges.find(({ to }) => to === id)?.from
  const [a, b] = [from(plan, planned), from(drawing, drawn)]
  const named = (graph: InstallationGraph, id: string) => graph.nodes.find((node) => node.id === id)?.name ?? id
  if (a === undefined || b === undefined || a === b) return null
  // another board is one that both have: a place of one's own, or a transfer switch of another scheme, lies between and is none
  const has = ({ nodes }: InstallationGraph, id: string) => nodes.some((node) => node.id === id)
  if (!has(drawing, a) || !has(plan, b)) return null
  return { planned: named(plan, a), drawn: named(drawing, b) }
}

/**
 * A difference in one sentence.
 *
 * @example planDifferenceWords(difference) // 'Freezer is in the plan and not in the drawing.'
 */
export function planDifferenceWords({ name, what, places }: PlanDifference): string {
  switch (what) {
    case 'notDrawn':
      return `${name} is in the plan and not in the drawing.`
    case 'notPlanned':
      return `${name} is in the drawing, and in the plan no more.`
    case 'backedUp':
      return `${name} is backed up by the plan, and left out in the drawing.`
    case 'leftOut':
      return `${name} is left out by the plan, and backed up in the drawing.`
    case 'phases':
      return `${name} is on another phase in the plan than in the drawing.`
    case 'rcd':
      return `${name} needs a residual-current device by the plan, and the drawing does not ask for one.`
    case 'board':
      return `${name} is on ${places?.planned} by the plan, and on ${places?.drawn} in the drawing.`
  }
}
