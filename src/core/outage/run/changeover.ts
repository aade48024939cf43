import type { Installation } from '../../installation/installation'
import type { InstallationGraph } from '../../wiring/installationGraph'

/** How a house changes over: by itself, by one switch, or by a switch for each circuit. */
export type Changeover = 'itself' | 'byHand' | 'eachByHand'

/** A switch that somebody turns to bring part of the house onto its own supply. */
export interface TransferSwitch {
  id: string
  name: string
}

/**
 * The switches that stand elsewhere in the island than as left, by the plan: those that are turned by hand in an outage.
 *
 * @example transferSwitches(graph) // [{ id: 'changeover', name: 'Changeover' }]
 */
export const transferSwitches = ({ devices, plan }: InstallationGraph): TransferSwitch[] =>
  devices.flatMap(({ id, name, kind, symbol }) => {
    const [asLeft, island] = [plan.asLeft[id], plan.island[id]]
    const isTurned = asLeft !== undefined && island !== undefined && asLeft !== island
    return kind === 'manual' && symbol === 'changeover' && isTurned ? [{ id, name: name ?? id }] : []
  })

/** How a house changes over, by the school that was chosen and the switches that are drawn; as wired where somebody said how. */
export function changeoverOf({ chosenSchool, wiring }: Pick<Installation, 'chosenSchool' | 'wiring'>): {
  changeover: Changeover
  switches: TransferSwitch[]
} {
  if (chosenSchool !== 'manualChangeover') return { changeover: 'itself', switches: [] }
  const graph = (wiring.wired ?? wiring.planned)?.graph
  const switches = graph ? transferSwitches(graph) : []
  return { changeover: switches.length > 1 ? 'eachByHand' : 'byHand', switches }
}
