import type { Circuit, Installation } from '../../installation/installation'
import { itemsOf } from '../../installation/survey'
import { RULE_PACKS } from '../../rules/packs'
import type { RulePackId } from '../../rules/rulePack'
import { givingVehicles } from '../../plan/vehicleInOutage'
import { type InstallationGraph, PROTECTIVE } from '../installationGraph'
import { type TopologyChoices, choicesOfPlan, isByHand } from './topologyChoices'
import { TopologyDraft } from './topologyDraft'
import { runBetween } from './runBetween'

/** What a supply family does with its neutral. */
interface NeutralHabit {
  /** Switches open the neutral with the line. */
  switched: boolean
  /** The supplier's neutral–earth bond counts; otherwise it is made once at the main. */
  bySupplier: boolean
  /** A circuit of which nothing is said is asked to have residual-current protection. */
  asksRcd: boolean
}

const NEUTRAL_HABITS: Readonly<Record<RulePackId, NeutralHabit>> = {
  'iec-1ph-230': { switched: true, bySupplier: true, asksRcd: true },
  'iec-3ph-400': { switched: true, bySupplier: true, asksRcd: true },
  'na-split-240': { switched: false, bySupplier: false, asksRcd: false },
}

const SYNC_GROUP = 'gateway'

/** What a part of the draft needs to know. */
interface Parts {
  draft: TopologyDraft
  installation: Installation
  choices: TopologyChoices
  habit: NeutralHabit
  /** Where backed-up circuits begin, where the sources are joined, and what stays with the street. */
  home: string
  sourceBus: string
  street: string
}

/**
 * The wiring of a plan as a graph to start from: the chosen scheme, the supply family's habits with its neutral, and the plan's boards,
 * circuits, sources and electrodes. What the plan says nothing of is left as simple as it can be.
 */
export function startingTopology(
  installation: Installation,
  choices: TopologyChoices = choicesOfPlan(installation),
): InstallationGraph {
  const pack = RULE_PACKS[installation.packId]
  const habit = NEUTRAL_HABITS[installation.packId]
  const draft = new TopologyDraft(pack.phases, habit.switched)
  const byHand = isByHand(choices.scheme)
  const street = 'intake'
  const parts: Parts = {
    draft,
    installation,
    choices,
    habit,
    home: 'home',
    sourceBus: byHand ? 'backup' : 'gatewayOut',
    street,
  }
  service(parts)
  if (choices.scheme === 'perCircuit') transferPanel(parts)
  else if (byHand) changeoverByHand(parts)
  else gateway(parts)
  boards(parts)
  sources(parts)
  electrodes(parts)
  return draft.graph(choices.scheme === 'alwaysBattery' || (choices.bypass && !byHand))
}

function service({ draft, installation: { runs, packId }, choices, habit, street }: Parts): void {
  const { words } = RULE_PACKS[packId]
  draft.place('supply', 'Supply terminals', { kind: 'supply' })
  draft.source({
    id: 'grid',
    name: 'Street',
    kind: 'grid',
    node: 'supply',
    role: 'forming',
    gateway: null,
    providesBond: habit.bySupplier,
  })
  draft.place(street, choices.scheme === 'wholeHome' ? 'Intake' : `Main ${words.board}`)
  draft.way('tails', 'supply', street, {
    name: 'Tails',
    device: 'main',
    ...runBetween(runs, ['supply', 'street'], ['intake', words.board, 'main']),
  })
  draft.onOff('main', capital(words.mainSwitch), ['tails'])
  if (!habit.bySupplier) draft.bond('mainBond', 'Main bonding jumper', street)
  if (!choices.splitService) return
  draft.place('intake2', `Second ${words.board}`)
  draft.way('tails2', 'supply', 'intake2', { name: 'Tails of the second main', device: 'main2' })
  draft.onOff('main2', 'Second main', ['tails2'])
}

/** An islanding gateway between street and house, with its bond relay and, where wanted, a bypass around it. */
function gateway({ draft, installation: { runs, packId }, choices, habit, home, street }: Parts): void {
  const { words } = RULE_PACKS[packId]
  draft.place('gatewayIn', 'Gateway, street side')
  draft.place('gatewayOut', 'Gateway, house side')
  draft.place(home, choices.scheme === 'essentialsBoard' ? 'Essentials board' : 'House side')
  draft.way('feed', street, 'gatewayIn', {
    name: 'Feed of the gateway',
    device: 'gatewayInlet',
    ...runBetween(runs, ['meter', 'intake', 'supply', 'cabinet'], ['gateway']),
  })
  draft.onOff('gatewayInlet', 'Gateway inlet', ['feed'], { symbol: 'breaker', onBypass: false })
  draft.way('contact', 'gatewayIn', 'gatewayOut', { name: 'Islanding contacts', device: 'contactor' })
  draft.contactor(
    'contactor',
    'Islanding contactor',
    'gatewayIn',
    choices.watchesNeutral ? ['dead', 'brokenNeutral'] : ['dead'],
    ['contact'],
  )
  // a neutral that is never opened keeps the bond at the main
  if (habit.switched)
    draft.bond('relayBond', 'Bond in the gateway', 'gatewayOut', {
      relay: 'bondRelay',
      relayName: 'Bond relay',
      contactor: 'contactor',
    })
  const outgoing = runBetween(runs, ['gateway'], [words.board, 'board', 'house'])
  const outlet = choices.generatorInlet ? 'generatorChangeover' : 'gatewayOutlet'
  draft.way('outgoing', 'gatewayOut', home, { name: 'Feed of the house', device: outlet, ...outgoing })
  if (choices.generatorInlet) generatorBehind({ draft, habit, choices } as Parts, home, outlet, 'outgoing')
  else draft.onOff('gatewayOutlet', 'Gateway outlet', ['outgoing'], { symbol: 'breaker', onBypass: false })
  if (!choices.bypass) return
  draft.way('bypassLink', street, home, { name: 'Bypass', device: 'bypass' })
  draft.onOff('bypass', 'Maintenance bypass', ['bypassLink'], { bypass: true, asLeft: false, onBypass: true })
  draft.interlock('bypass', outlet)
}

/** On the street as the crew leaves it, by hand on the backup in an outage. */
const TRANSFERRED = { asLeft: 'I', island: 'II', onBypass: 'I' } as const

/** A panel on the backup output, from which each circuit's transfer switch takes its second feed. */
function transferPanel({ draft, choices, habit, home, sourceBus }: Parts): void {
  draft.place(home, 'Transfer panel, backup side')
  draft.place(sourceBus, 'Backup output')
  if (habit.switched) draft.bond('backupBond', 'Bond at the backup output', sourceBus)
  const device = choices.generatorInlet ? 'generatorChangeover' : 'panelMain'
  draft.way('fromInverter', sourceBus, home, { name: 'From the inverter', device })
  if (choices.generatorInlet) generatorBehind({ draft, habit, choices } as Parts, home, device, 'fromInverter')
  else draft.onOff('panelMain', 'Main of the transfer panel', ['fromInverter'], { symbol: 'breaker' })
}

/** A transfer switch before one circuit, between its own board and the panel. Answers the place that its board feeds. */
function transferSwitch(
  draft: TopologyDraft,
  panel: string,
  { key, name, to, carries }: { key: string; name: string; to: string; carries: readonly string[] },
): string {
  const [pole, device] = [`pole.${key}`, `transfer.${key}`]
  const [first, second] = [`transferI.${key}`, `transferII.${key}`]
  draft.place(pole, `Transfer switch of ${name}, street side`)
  draft.way(first, pole, to, { name: `${name} from the street`, device, carries })
  draft.way(second, panel, to, { name: `${name} from the backup`, device, carries })
  draft.changeover(device, `Transfer switch of ${name}`, first, second, TRANSFERRED)
  return pole
}

/** A changeover by hand between the street and the backup output, with its off position between them. */
function changeoverByHand({ draft, choices, habit, home, street, sourceBus }: Parts): void {
  draft.place(home, 'Essentials board')
  draft.place(sourceBus, 'Backup output')
  if (habit.switched) draft.bond('backupBond', 'Bond at the backup output', sourceBus)
  draft.way('fromStreet', street, home, { name: 'From the street', device: 'changeover' })
  const standby = choices.generatorInlet ? draft.place('standby', 'Standby supply') : sourceBus
  draft.way('fromBackup', standby, home, { name: 'From the backup', device: 'changeover' })
  if (choices.scheme === 'alwaysBattery')
    draft.changeover('changeover', 'Bypass switch', 'fromStreet', 'fromBackup', {
      asLeft: 'II',
      island: 'II',
      onBypass: 'I',
    })
  else draft.changeover('changeover', 'Changeover', 'fromStreet', 'fromBackup', TRANSFERRED)
  if (!choices.generatorInlet) return
  draft.way('fromInverter', sourceBus, standby, { name: 'From the inverter', device: 'generatorChangeover' })
  generatorBehind({ draft, habit, choices } as Parts, standby, 'generatorChangeover', 'fromInverter')
}

/** A generator's inlet behind a changeover, so that it is never joined with another source; its own bond counts only where the neutral is switched. */
function generatorBehind(
  { draft, habit, choices }: Pick<Parts, 'draft' | 'habit' | 'choices'>,
  to: string,
  device: string,
  first: string,
): void {
  draft.place('generator', 'Generator inlet')
  draft.source({
    id: 'generator',
    name: 'Generator',
    kind: 'generator',
    node: 'generator',
    role: 'forming',
    gateway: null,
  })
  if (habit.switched) draft.bond('generatorBond', 'Bond of the generator', 'generator')
  draft.way('fromGenerator', 'generator', to, { name: 'From the generator', device })
  draft.changeover(device, 'Generator changeover', first, 'fromGenerator', {
    asLeft: 'I',
    island: 'I',
    onBypass: isByHand(choices.scheme) ? 'I' : '0',
  })
}

/** Boards with their circuits; loads that no circuit is named for yet stand as they are. */
function boards({ draft, installation, choices, habit, home, street }: Parts): void {
  const { circuits, loads, survey, runs, packId } = installation
  const found = itemsOf(survey, 'board')
  const tags = [
    ...new Set(
      circuits
        .filter(({ backedUp, boardTag }) => backedUp && boardTag !== null)
        .map(({ boardTag }) => boardTag as string),
    ),
  ]
  const nameOf = (tag: string) => found.find((board) => board.tag === tag)?.name ?? tag
  // one board is the house side itself; several hang behind it, each on a run of its own
  const perCircuit = choices.scheme === 'perCircuit'
  const own = tags.length > 1 && !perCircuit
  for (const tag of own ? tags : []) {
    draft.place(`board.${tag}`, nameOf(tag))
    draft.way(`feed.${tag}`, home, `board.${tag}`, {
      name: `Feed of ${nameOf(tag)}`,
      device: `main.${tag}`,
      ...runBetween(runs, ['gateway'], [nameOf(tag), tag]),
    })
    draft.onOff(`main.${tag}`, `Main of ${nameOf(tag)}`, [`feed.${tag}`])
  }
  // a load that is never backed up hangs on it: what is drawn as left out and is fed all the same fails the position check
  const feedsLeftOut = ({ tag }: Pick<Circuit, 'tag'>) =>
    loads.some(({ circuitTag, backedUp }) => circuitTag === tag && !backedUp)
  const boardOf = ({ backedUp, boardTag }: Pick<Circuit, 'backedUp' | 'boardTag'>) => {
    if (
      choices.splitService &&
      (!backedUp || perCircuit) &&
      found.some((board) => board.tag === boardTag && board.detail.fedFrom === 'main2')
    )
      return 'intake2'
    // behind transfer switches a circuit stays on its own board, and gets a second feed
    if (perCircuit) return street
    return !backedUp ? street : own && boardTag !== null ? `board.${boardTag}` : home
  }
  for (const circuit of circuits) {
    const { tag, name, phase, backedUp, iDeltaNMa, breakerA, curve } = circuit
    draft.place(`circuit.${tag}`, name, {
      kind: 'load',
      promise: backedUp && !feedsLeftOut(circuit) ? 'backup' : 'leftOut',
      ...(phase !== 'all' && { phases: [phase] }),
      rcdRequired: iDeltaNMa !== null || habit.asksRcd,
    })
    const carries =
      phase === 'all'
        ? draft.conductors
        : draft.conductors.filter((conductor) => conductor === phase || !draft.phases.includes(conductor))
    const end =
      perCircuit && backedUp
        ? transferSwitch(draft, home, { key: tag, name, to: `circuit.${tag}`, carries })
        : `circuit.${tag}`
    draft.way(`way.${tag}`, boardOf(circuit), end, {
      name: tag,
      device: `switch.${tag}`,
      carries,
      rcd: iDeltaNMa !== null,
    })
    draft.onOff(
      `switch.${tag}`,
      [tag, breakerA !== null && `${curve ?? ''}${breakerA} A`].filter(Boolean).join(' '),
      [`way.${tag}`],
      { symbol: 'breaker' },
    )
  }
  for (const { tag, name, phase, backedUp } of loads.filter(
    ({ circuitTag }) => circuitTag === null || !circuits.some((circuit) => circuit.tag === circuitTag),
  )) {
    const phases =
      phase === 'all' || !(RULE_PACKS[packId].phases as readonly string[]).includes(phase) ? draft.phases : [phase]
    draft.place(`load.${tag}`, name, {
      kind: 'load',
      promise: backedUp ? 'backup' : 'leftOut',
      phases,
      rcdRequired: false,
    })
    const carries = draft.conductors.filter(
      (conductor) => phases.includes(conductor) || !draft.phases.includes(conductor),
    )
    const end =
      perCircuit && backedUp
        ? transferSwitch(draft, home, { key: `load.${tag}`, name, to: `load.${tag}`, carries })
        : `load.${tag}`
    draft.way(`way.load.${tag}`, boardOf({ backedUp, boardTag: null }), end, {
      device: `switch.load.${tag}`,
      carries,
    })
    draft.onOff(`switch.load.${tag}`, `Switch of ${name}`, [`way.load.${tag}`], { symbol: 'breaker' })
  }
}

/** Battery inverters, vehicle and second battery on the source side, PV on the side it is planned for. */
function sources({ draft, installation, choices, home, sourceBus, street }: Parts): void {
  const { components, sources: planned, runs, survey } = installation
  const byHand = isByHand(choices.scheme)
  const inverters = components.filter(({ kind }) => kind === 'inverter').map(({ tag, name }) => ({ tag, name }))
  if (inverters.length === 0) inverters.push({ tag: 'inv1', name: 'Inverter' })
  const vehicles = choices.vehicleSource ? numbered(givingVehicles(installation), 'vehicle', 1) : []
  const several = inverters.length + vehicles.length > 1
  const phases =
    choices.backedPhases === 'one'
      ? [
          planned.units[0]?.phase && planned.units[0].phase !== 'all'
            ? planned.units[0].phase
            : (draft.phases[0] ?? 'L1'),
        ]
      : undefined
  const forming = {
    role: 'forming' as const,
    gateway: byHand ? null : 'contactor',
    ...(several && { syncGroup: SYNC_GROUP }),
    ...(phases && { phases }),
  }
  for (const { tag, name } of inverters) {
    draft.place(`source.${tag}`, `${name} terminals`)
    draft.source({ id: tag, name, kind: 'inverter', node: `source.${tag}`, ...forming })
    draft.way(`lead.${tag}`, `source.${tag}`, sourceBus, {
      name: `Lead of ${name}`,
      device: `isolator.${tag}`,
      ...runBetween(runs, [name, tag, 'inverter'], ['gateway', 'backup', 'changeover']),
    })
    draft.onOff(`isolator.${tag}`, `Isolator of ${name}`, [`lead.${tag}`], { symbol: 'isolator', onBypass: byHand })
    if (!byHand) continue
    draft.place(`charge.${tag}`, `${name} charging input`)
    draft.source({
      id: `${tag}.charging`,
      name: `${name} charging side`,
      kind: 'inverter',
      node: `charge.${tag}`,
      role: 'following',
      planSide: 'grid',
    })
    draft.way(`chargeLead.${tag}`, `charge.${tag}`, street, {
      name: `Charging lead of ${name}`,
      device: `chargeSwitch.${tag}`,
    })
    draft.onOff(`chargeSwitch.${tag}`, `Charging switch of ${name}`, [`chargeLead.${tag}`], { symbol: 'breaker' })
  }
  for (const { id, suffix } of vehicles) {
    draft.place(`source.${id}`, `Vehicle${suffix}, charging post`)
    draft.source({ id, name: `Vehicle${suffix}`, kind: 'vehicle', node: `source.${id}`, ...forming })
    draft.way(`lead.${id}`, `source.${id}`, sourceBus, {
      name: `Lead of the vehicle${suffix}`,
      device: `isolator.${id}`,
    })
    draft.onOff(`isolator.${id}`, `Isolator of the vehicle${suffix}`, [`lead.${id}`], {
      symbol: 'isolator',
      onBypass: byHand,
    })
  }
  const followers = [
    ...planned.pvAc.map(({ name, side }, k) => ({ id: `pv${k + 1}`, name, kind: 'pv' as const, side })),
    ...(choices.secondBattery
      ? numbered(itemsOf(survey, 'existingBattery'), 'battery', 2).map(({ id, one }) => ({
          id,
          name: one?.name ?? 'Second battery',
          kind: 'inverter' as const,
          side: 'island' as const,
        }))
      : []),
  ]
  for (const { id, name, kind, side } of followers) {
    draft.place(`source.${id}`, `${name} terminals`)
    draft.source({ id, name, kind, node: `source.${id}`, role: 'following', planSide: side })
    draft.way(`lead.${id}`, `source.${id}`, side === 'island' ? home : street, {
      name: `Lead of ${name}`,
      device: `isolator.${id}`,
    })
    draft.onOff(`isolator.${id}`, `Isolator of ${name}`, [`lead.${id}`], { symbol: 'isolator' })
  }
}

/** Things of one kind with ids of the drawing, at least one: `vehicle`, `vehicle2`, …; `battery2`, `battery3`, … */
const numbered = <T>(
  things: readonly T[],
  stem: string,
  from: number,
): { id: string; suffix: string; one: T | null }[] =>
  (things.length > 0 ? things : [null]).map((one, k) => ({
    id: from + k === 1 ? stem : `${stem}${from + k}`,
    suffix: k === 0 ? '' : ` ${k + 1}`,
    one,
  }))

/** Earth electrodes on the house's protective conductor; one where none is planned yet, since an island needs it. */
function electrodes({ draft, installation, home }: Parts): void {
  const planned = installation.electrodes.map(({ tag }) => ({ tag, name: `Electrode ${tag}` }))
  for (const { tag, name } of planned.length > 0 ? planned : [{ tag: 'e1', name: 'Earth electrode' }]) {
    draft.place(`electrode.${tag}`, name, { kind: 'electrode' })
    draft.way(`earth.${tag}`, home, `electrode.${tag}`, { name: `Earth lead ${tag}`, carries: [PROTECTIVE] })
  }
}

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)
