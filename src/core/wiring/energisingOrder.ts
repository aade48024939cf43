import { type EnergisingStage, type SequenceStep, energisingSequence } from './energisingSequence'
import { type InstallationGraph, NEUTRAL, type Positions, namesIn } from './installationGraph'
import { type PositionCheck, positionCheck } from './positionCheck'

export const STAGE_LABELS: Readonly<Record<EnergisingStage, string>> = {
  dead: 'Dead',
  supply: 'Supply terminals',
  gateway: 'Gateway',
  source: 'Sources',
  board: 'Boards',
  circuits: 'Circuits',
}

/** What must be read at a place before the next step. */
export interface ExpectedReading {
  node: string
  name: string
  /** Live on these phases, or dead. */
  phases: string[]
  live: boolean
}

/** One step on the way from dead to live: what is closed, and what must read what before the next. */
export interface EnergisingStep {
  /** Stable within an installation: the device, or the step that has none. */
  key: string
  stage: EnergisingStage
  /** The switch to move and where to; `null` where only the instrument moves. */
  device: string | null
  to: string | null
  /** What the hand does, in a few words; `null` where only the instrument moves. */
  action: string | null
  /** What is done, and what comes of it; without a full stop. */
  sentence: string
  readings: ExpectedReading[]
  positions: Positions
}

export interface EnergisingOrder {
  steps: EnergisingStep[]
  /** The way back: the same switches, in the opposite order. */
  back: { device: string; to: string; sentence: string }[]
  /** Why there is no order; `null` when there is one. */
  refused: string | null
}

/** As many places as a hand reads at one step. */
const MOST_READ = 3

type Say = (id: string) => string

/** What the instrument must show after a step: what has come alive, and one place beyond it that is still dead. */
function readingsAfter(graph: InstallationGraph, step: SequenceStep, say: Say): ExpectedReading[] {
  const { stage, device, live, dead } = step
  const deadReading = (node: string) => ({ node, name: say(node), phases: [...graph.phases], live: false })
  const boards = graph.nodes.filter(({ id, kind }) => kind === 'bus' && dead.includes(id))
  if (device === null && stage === 'dead') return boards.slice(0, MOST_READ).map(({ id }) => deadReading(id))
  const alive = live
    .slice(0, MOST_READ)
    .map(({ node, phases }) => ({ node, name: say(node), phases: [...phases], live: true }))
  const woken = live.map(({ node }) => node)
  const beyond = device === null ? null : nextPlace(graph, woken, new Set(dead))
  return beyond === null ? alive : [...alive, deadReading(beyond)]
}

/** What a switch makes alive, in words: at most three places by name, the others counted. Their names may be of many things and hold commas. */
function wokenWords(live: SequenceStep['live'], say: Say): string {
  if (live.length === 0) return ': nothing more is alive then'
  const named = live.slice(0, MOST_READ).map(({ node }) => say(node))
  const all = live.length > MOST_READ ? [...named, `${live.length - MOST_READ} more`] : named
  const list = all.length === 1 ? all[0] : `${all.slice(0, -1).join('; ')} and ${all.at(-1)}`
  return ` makes ${list} alive`
}

const WITHOUT_HAND: Readonly<Record<'dead' | 'supply', string>> = {
  dead: 'Everything open and locked: prove dead on a proven tester, and the tester after',
  supply: 'Read the supply as it comes in, before anything of the house is joined to it',
}

function stepInWords(graph: InstallationGraph, step: SequenceStep, say: Say): EnergisingStep {
  const { stage, device, to, live, positions } = step
  const common = { stage, device, to, positions, readings: readingsAfter(graph, step, say) }
  if (device === null) {
    const key = stage === 'dead' ? 'dead' : 'supply'
    return { ...common, key, action: null, sentence: WITHOUT_HAND[key] }
  }
  const action = `${say(device)} to “${to ?? ''}”`
  return { ...common, key: device, action, sentence: action + wokenWords(live, say) }
}

/**
 * W-7 as the crew reads it: the sequence with names, the places to put the instrument to after each switch, and the way back. It refuses
 * an installation in which the position check finds a danger, or whose positions cannot be gone through.
 *
 * @param check the position check of this graph where it is known already
 */
export function energisingOrder(graph: InstallationGraph, check?: PositionCheck): EnergisingOrder {
  const none = (refused: string): EnergisingOrder => ({ steps: [], back: [], refused })
  let known: PositionCheck
  try {
    known = check ?? positionCheck(graph)
  } catch (error) {
    return none(error instanceof RangeError ? error.message : String(error))
  }
  const { refused, steps, back } = energisingSequence(graph, known)
  if (refused !== null)
    return none('The position check finds a danger. It is put right before anything is switched on.')
  const names = namesIn(graph)
  const say: Say = (id) => names.get(id) ?? id
  const hasSupply = graph.nodes.some(({ kind }) => kind === 'supply')
  return {
    steps: steps
      .filter(({ stage, device }) => hasSupply || device !== null || stage !== 'supply')
      .map((step) => stepInWords(graph, step, say)),
    back: back.map(({ device, to }) => ({ device, to, sentence: `${say(device)} to “${to}”` })),
    refused: null,
  }
}

/** A place just beyond what has come alive that must still be dead: the first one behind an open switch. */
function nextPlace(
  { edges, nodes, phases }: InstallationGraph,
  woken: readonly string[],
  dead: ReadonlySet<string>,
): string | null {
  for (const id of woken)
    for (const { from, to, carries } of edges) {
      if (!carries.some((conductor) => phases.includes(conductor) || conductor === NEUTRAL)) continue
      const there = from === id ? to : to === id ? from : null
      if (there !== null && dead.has(there) && nodes.some((node) => node.id === there && node.kind === 'bus'))
        return there
    }
  return null
}
