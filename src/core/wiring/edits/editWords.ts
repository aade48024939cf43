import { type InstallationGraph, NEUTRAL, PROTECTIVE, namesIn } from '../installationGraph'
import type { EditOf, WiringEdit } from './wiringEdit'

/** What a change does, in words for the record and for a proposal. */
export function editWords(graph: InstallationGraph, edit: WiringEdit): string {
  const names = namesIn(graph)
  const named = (id: string) => names.get(id) ?? id
  switch (edit.kind) {
    case 'addPlace':
      return `Add ${edit.node.name ?? edit.node.id}`
    case 'changePlace':
      return `Change ${named(edit.id)}`
    case 'addWay':
      return `Lay ${edit.edge.name ?? edit.edge.id} from ${named(edit.edge.from)} to ${named(edit.edge.to)}`
    case 'land':
      return `Land ${named(edit.id)} on ${named(edit.at)}`
    case 'changeWay':
      return wayWords(graph, edit.id, edit.change)
    case 'addSwitch':
      return `Put ${edit.name} into ${edit.over.map(named).join(' and ')}`
    case 'addChangeover':
      return `Put ${edit.name} between ${named(edit.first)} and ${named(edit.second)}`
    case 'changeDevice':
      return `Change ${named(edit.id)}`
    case 'watchGrid':
      return `${named(edit.id)} watches ${named(edit.senseNode)}${edit.opensOnBrokenNeutral ? ', its neutral too' : ''}`
    case 'planPosition':
      return `${edit.plan === 'asLeft' ? 'Leave' : edit.plan === 'island' ? 'In an outage have' : 'On the bypass have'} ${named(edit.device)} at “${edit.position}”`
    case 'interlock':
      return `Interlock ${named(edit.a)} and ${named(edit.b)}: never both closed`
    case 'releaseInterlock':
      return `Take out the interlock of ${named(edit.a)} and ${named(edit.b)}`
    case 'addSource':
      return `Add ${edit.source.name ?? edit.source.id} at ${named(edit.source.node)}`
    case 'changeSource':
      return edit.change.gateway
        ? `Let ${named(edit.id)} be switched by ${named(edit.change.gateway)}`
        : `Change ${named(edit.id)}`
    case 'behindGateway':
      return `Put ${named(edit.source)} behind the gateway: its lead on ${named(edit.at)}, switched by ${named(edit.contactor)}`
    case 'switchNeutral':
      return `Let ${named(edit.device)} ${edit.opens ? 'open the neutral too' : 'leave the neutral joined'}`
    case 'switchEarth':
      return `Let ${named(edit.device)} ${edit.opens ? 'open the protective conductor too' : 'leave the protective conductor joined'}`
    case 'addBond':
      return `Bond neutral to earth at ${named(edit.bond.node)}${edit.relay ? ` by a relay that closes while ${named(edit.relay.oppositeOf)} is open` : ''}`
    case 'moveBond':
      return `Move ${named(edit.id)} to ${named(edit.node)}`
    case 'switchBond':
      return `Make ${named(edit.id)} by a relay that closes while ${named(edit.oppositeOf)} is open`
    case 'remove':
      return `Take out ${named(edit.id)}`
  }
}

function wayWords(graph: InstallationGraph, id: string, change: EditOf<'changeWay'>['change']): string {
  const way = graph.edges.find((one) => one.id === id)
  const name = namesIn(graph).get(id) ?? id
  const added = change.carries?.filter((conductor) => !way?.carries.includes(conductor)) ?? []
  const kept =
    way?.breaks.filter((conductor) => change.breaks !== undefined && !change.breaks.includes(conductor)) ?? []
  const said = [
    added.length > 0 && `Run ${spoken(added)} with ${name}`,
    kept.length > 0 && `Let the device in ${name} leave ${spoken(kept)} joined`,
    change.rcd === true && `Put a residual-current device into ${name}`,
  ].filter((words) => words !== false)
  return said.length > 0 ? said.join('; ') : `Change ${name}`
}

const spoken = (conductors: readonly string[]) =>
  conductors
    .map((conductor) =>
      conductor === NEUTRAL ? 'the neutral' : conductor === PROTECTIVE ? 'the protective conductor' : conductor,
    )
    .join(' and ')
