import type { Installation } from '../installation/installation'
import type { GraphEdge, InstallationGraph } from './installationGraph'
import { planNotDrawn } from './planNotDrawn'
import { startingTopology } from './topology/startingTopology'
import type { WiringEdit } from './edits/wiringEdit'

const fed = ({ edges }: InstallationGraph, load: string): GraphEdge | undefined => edges.find(({ to }) => to === load)

/** A circuit as the plan has it, with its way and its switch; on a place that the drawing has. */
function circuitDrawn(plan: InstallationGraph, drawn: InstallationGraph, id: string): WiringEdit[] {
  const node = plan.nodes.find((one) => one.id === id)
  const way = fed(plan, id)
  if (!node || !way) return []
  const free = (wanted: string): string =>
    [...drawn.edges, ...drawn.devices].some((one) => one.id === wanted) ? free(`${wanted}2`) : wanted
  const wayId = free(way.id)
  const device = plan.devices.find((one) => one.id === way.device)
  return [
    { kind: 'addPlace', node },
    // a place that the drawing does not have is found by hand: it cannot be landed on
    ...(drawn.nodes.some((one) => one.id === way.from)
      ? [
          { kind: 'addWay', edge: { ...way, id: wayId, device: null, breaks: [] } } satisfies WiringEdit,
          ...(device?.kind === 'manual'
            ? [
                {
                  kind: 'addSwitch',
                  id: free(device.id),
                  name: device.name ?? device.id,
                  symbol: device.symbol ?? 'breaker',
                  over: [wayId],
                  lockable: device.lockable,
                  bypass: false,
                } satisfies WiringEdit,
              ]
            : []),
        ]
      : []),
  ]
}

/**
 * What makes a drawing show the plan as it is now (`planNotDrawn`): circuits that came are drawn on their board with way and switch, those that went are
 * taken out, the rest is marked, moved and asked of as planned. Nothing else of the drawing is touched, and the position check says what became of it.
 *
 * @returns edits to be made one after the other; none where nothing differs
 * @example drawAsPlanned(installation, graph) // [{ kind: 'changePlace', id: 'circuit.c2', change: { promise: 'backup' } }]
 */
export function drawAsPlanned(installation: Installation, drawn: InstallationGraph): WiringEdit[] {
  const plan = startingTopology(installation)
  return planNotDrawn(installation, drawn).flatMap(({ id, drawnId, what }): WiringEdit[] => {
    const planned = plan.nodes.find((one) => one.id === id)
    if (what === 'notDrawn') return circuitDrawn(plan, drawn, id)
    if (drawnId === null) return []
    const way = fed(drawn, drawnId)
    switch (what) {
      case 'notPlanned':
        return [...(way ? [{ kind: 'remove', id: way.id } satisfies WiringEdit] : []), { kind: 'remove', id: drawnId }]
      case 'backedUp':
      case 'leftOut':
        return [{ kind: 'changePlace', id: drawnId, change: { promise: what === 'backedUp' ? 'backup' : 'leftOut' } }]
      case 'rcd':
        return [{ kind: 'changePlace', id: drawnId, change: { rcdRequired: true } }]
      case 'phases':
        return [
          { kind: 'changePlace', id: drawnId, change: { phases: planned?.phases ?? plan.phases } },
          ...(way ? [{ kind: 'changeWay', id: way.id, change: rewired(way, fed(plan, id)) } satisfies WiringEdit] : []),
        ]
      case 'board': {
        const at = fed(plan, id)?.from
        return way && at !== undefined ? [{ kind: 'land', id: way.id, end: 'from', at }] : []
      }
    }
  })
}

/** A way that carries what the plan says; its switch opens what it opened, and the new phases where it opened the old ones. */
function rewired(way: GraphEdge, planned: GraphEdge | undefined): Pick<GraphEdge, 'carries' | 'breaks'> {
  const carries = planned?.carries ?? way.carries
  const opened = way.device !== null && way.breaks.length > 0
  const breaks = carries.filter(
    (conductor) => way.breaks.includes(conductor) || (opened && !way.carries.includes(conductor)),
  )
  return { carries, breaks }
}
