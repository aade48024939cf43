import { type CounterExample, exampleOf } from './counterExample'
import { deadEndPositions } from './deadEnds'
import { compileGraph } from './graphState'
import { type Failure, failuresIn } from './failuresIn'
import { type GridState, type InstallationGraph, graphFaults, namesIn } from './installationGraph'
import { TESTED_EVERYWHERE } from './invariants'
import { liveState } from './liveState'
import { shortList } from './listedNames'
import { type PlannedFinding, plannedFindings } from './plannedFindings'
import { walkPositions } from './walkPositions'

/** One fault of an installation, with one position in which it shows and how many show it. */
export interface PositionCause extends Failure {
  example: CounterExample
  /** States that show it, of those the search went through. */
  states: number
}

/** Causes that are told apart before the rest is only counted. */
const MOST_CAUSES = 24
/** Failing states that are each looked at in full; after them, those that contain a known cause are only counted. */
const LOOKED_AT_ALL = 300
/** Failing states that are looked at in full altogether. */
const MOST_LOOKED_AT = 4000

/**
 * W-1 when something fails: the failing states grouped by what makes them fail, not one by one. A state that contains the closed switches
 * of a cause already known is counted with it; any other is looked at and named. Ordered by invariant, then by how often it shows.
 */
export function positionCauses(graph: InstallationGraph): PositionCause[] {
  if (graphFaults(graph).length > 0) return []
  const compiled = compileGraph(graph)
  const causes: (PositionCause & { at: [number, number][]; gridStates: Set<GridState> })[] = []
  let looked = 0
  walkPositions(compiled, { fixed: deadEndPositions(graph), alikeOnce: false }, (chosen, gridState, { violated }) => {
    for (const invariant of TESTED_EVERYWHERE) {
      if (!(violated & (1 << invariant))) continue
      const known = causes.find(
        (cause) =>
          cause.invariant === invariant &&
          cause.at.length > 0 &&
          cause.at.every(([k, position]) => chosen[k] === position) &&
          cause.gridStates.has(gridState),
      )
      if ((known && looked >= LOOKED_AT_ALL) || looked >= MOST_LOOKED_AT) {
        if (known) known.states++
        continue
      }
      looked++
      const example = exampleOf(graph, chosen, gridState)
      for (const failure of failuresIn(graph, liveState(graph, example.positions, gridState), example, invariant)) {
        const same = causes.find(({ key }) => key === failure.key)
        if (same) {
          same.gridStates.add(gridState)
          same.states++
          continue
        }
        const at = Object.entries(failure.needs).map(([id, name]): [number, number] => {
          const k = compiled.manual.findIndex((device) => device.id === id)
          return [k, compiled.manual[k]?.positions.findIndex((position) => position.name === name) ?? -1]
        })
        if (causes.length < MOST_CAUSES)
          causes.push({ ...failure, states: 1, example, at, gridStates: new Set([gridState]) })
      }
    }
  })
  const everywhere = causes.map(({ key, invariant, sentence, example, states, things, needs }): PositionCause => ({
    key,
    invariant,
    sentence,
    example,
    states,
    things,
    needs,
  }))
  const planned = plannedFindings(graph, compiled).map((finding): PositionCause => ({
    ...plannedWords(graph, finding),
    example: exampleOf(graph, finding.chosen, finding.gridState),
    states: 1,
    invariant: finding.invariant,
    needs: {},
  }))
  const distinct = planned.filter(({ key }, k) => planned.findIndex((other) => other.key === key) === k)
  return [...everywhere, ...distinct].sort((a, b) => a.invariant - b.invariant || b.states - a.states)
}

function plannedWords(
  graph: InstallationGraph,
  { kind, things }: PlannedFinding,
): Pick<PositionCause, 'key' | 'sentence' | 'things'> {
  const names = namesIn(graph)
  const who = shortList(things, names)
  const [is, has] = things.length === 1 ? ['is', 'has'] : ['are', 'have']
  const SENTENCES: Readonly<Record<PlannedFinding['kind'], string>> = {
    notFed: `${who} ${is} promised in an outage and not fed.`,
    fedAgainstPlan: `${who} ${is} to stay off in an outage and ${is} fed: the battery is drained by what nobody planned.`,
    pvLost: `${who} ${has} no voltage to follow in an outage: it stands on the street’s side.`,
    pvFollows: `${who} follows the island in an outage, though the plan has it on the street’s side.`,
    noRcd: `${who} ${has} no residual-current protection upstream.`,
    noElectrode: `${who} ${has} no earth electrode in island mode: the enclosure floats.`,
    bypassNotAllowed: `The bypass position is held shut by the interlock of ${who}.`,
    bypassNotFeeding: `On the bypass ${who} ${is} not fed.`,
    inverterNotIsolated: `On the bypass ${who} ${is} still joined to the house or the street.`,
    bypassLeftClosed: `${who} ${is} left closed: the house would not change over, and nobody notices until the next outage.`,
  }
  return { key: `${kind} ${[...things].sort().join(' ')}`, sentence: SENTENCES[kind], things }
}
