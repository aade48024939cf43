import { type CompiledGraph, compileGraph } from './graphState'
import { type CounterExample, exampleOf } from './counterExample'
import { type InstallationGraph, graphFaults } from './installationGraph'
import { TESTED_EVERYWHERE } from './invariants'
import { deadEndPositions } from './deadEnds'
import { plannedFindings } from './plannedFindings'
import { allowedCombinations, walkPositions } from './walkPositions'

export interface PositionCheck {
  allowedCombinations: number
  /** Combinations the check did not reach; 0 when it is complete. */
  leftOut: number
  /** Numbers of the invariants that fail somewhere. */
  violated: number[]
  /** 3 and 4, where they fail in any grid-fed house while the street's neutral is broken. */
  exposed: number[]
  /** First failing state of each violated invariant. */
  examples: Readonly<Record<string, CounterExample>>
}

/**
 * W-1: every allowed combination of manual positions with each state of the grid, the automatic devices following their logic, against
 * the nine invariants; complete, not sampled, and when it has to give up it says how many combinations it left out. Switches of dead ends
 * need no walk of their own, and states that cannot differ in what they break are walked once. Only when something fails is the first
 * failing state looked for among all positions.
 *
 * @throws RangeError for a graph with faults, with the first of them
 */
export function positionCheck(graph: InstallationGraph): PositionCheck {
  const [fault] = graphFaults(graph)
  if (fault) throw new RangeError(`${fault.id}: ${fault.message}`)
  const compiled = compileGraph(graph)
  const examples: Record<string, CounterExample> = {}
  let [violatedBits, exposedBits] = [0, 0]
  const { covered } = walkPositions(
    compiled,
    { fixed: deadEndPositions(graph), alikeOnce: true },
    (chosen, gridState, { violated, lessened }) => {
      // kept in case the first failing state of all is out of reach
      for (const number of TESTED_EVERYWHERE)
        if (violated & ~violatedBits & (1 << number)) examples[number] = exampleOf(graph, chosen, gridState)
      violatedBits |= violated
      exposedBits |= lessened
    },
  )
  Object.assign(examples, firstFailing(graph, compiled, violatedBits))
  const allowed = allowedCombinations(compiled)
  for (const { invariant, chosen, gridState } of plannedFindings(graph, compiled))
    examples[invariant] ??= exampleOf(graph, chosen, gridState)
  return {
    allowedCombinations: allowed,
    leftOut: allowed - covered,
    violated: Object.keys(examples)
      .map(Number)
      .sort((a, b) => a - b),
    exposed: TESTED_EVERYWHERE.filter((number) => exposedBits & (1 << number)),
    examples,
  }
}

/** The first failing state of each invariant in `bits`, dead ends and all. */
function firstFailing(graph: InstallationGraph, compiled: CompiledGraph, bits: number): Record<string, CounterExample> {
  const first: Record<string, CounterExample> = {}
  let wanted = bits
  if (wanted === 0) return first
  walkPositions(compiled, { alikeOnce: true, enough: () => wanted === 0 }, (chosen, gridState, { violated }) => {
    for (const number of TESTED_EVERYWHERE) {
      if (!(violated & wanted & (1 << number))) continue
      first[number] = exampleOf(graph, chosen, gridState)
      wanted &= ~(1 << number)
    }
  })
  return first
}
