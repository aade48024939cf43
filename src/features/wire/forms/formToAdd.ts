import { shortened } from '@/ui/charts/shortened'
import type { CableRun } from '@/core/installation/installation'
import {
  DEVICE_SYMBOLS,
  type DeviceSymbol,
  type InstallationGraph,
  conductorsOf,
} from '@/core/wiring/installationGraph'
import { placeSpokenOf } from '@/core/wiring/runsAndDrawing'
import {
  MOST_NAME,
  SYMBOL_WORDS,
  type WiringForm,
  carriedIn,
  carriesFirst,
  conductorSpecs,
  contactors,
  freeId,
  nameSpec,
  places,
  runTagSpec,
  sourceFacts,
  sourceSpecs,
  text,
} from './wiringForm'

export const ADDABLE = ['place', 'run', 'switch', 'changeover', 'source', 'bond'] as const
export type Addable = (typeof ADDABLE)[number]
export const ADDABLE_WORDS: Readonly<Record<Addable, string>> = {
  place: 'a place',
  run: 'a run',
  switch: 'a switch',
  changeover: 'a changeover',
  source: 'a source',
  bond: 'a bond',
}

/** What a new thing begins with. */
interface Beginning {
  graph: InstallationGraph
  /** The thing that is chosen. */
  near: string | null
  /** The place that is chosen, else the first. */
  here: string
  run?: Pick<CableRun, 'tag' | 'from' | 'to'>
}

const bareRuns = ({ edges }: InstallationGraph) =>
  Object.fromEntries(edges.filter(({ device }) => device === null).map(({ id, name }) => [id, name ?? id]))

/** A busbar, a load or an electrode. */
function aPlace({ graph }: Beginning): WiringForm {
  return {
    title: 'A place',
    submit: 'Add the place',
    initial: { name: '', sort: 'bus' },
    specs: [
      nameSpec,
      {
        name: 'sort',
        label: 'It is',
        kind: 'choice',
        options: { bus: 'a busbar or terminal', load: 'a load', electrode: 'an earth electrode' },
      },
    ],
    toEdits: (fields) => [
      {
        kind: 'addPlace',
        node: { id: freeId(graph, 'place'), name: text(fields.name), kind: fields.sort as 'bus' },
      },
    ],
  }
}

/** A run between two places; with what is known of a run of the plan. */
function aRun({ graph, here, run }: Beginning): WiringForm {
  return {
    title: 'A run',
    submit: 'Lay the run',
    initial: {
      name: run ? shortened(`${run.from} – ${run.to}`, MOST_NAME) : '',
      from: (run && placeSpokenOf(run.from, graph)) ?? here,
      to: (run && placeSpokenOf(run.to, graph)) ?? graph.nodes.find(({ id }) => id !== here)?.id ?? here,
      runTag: run?.tag ?? null,
      ...carriesFirst(graph, conductorsOf(graph)),
    },
    specs: [
      nameSpec,
      { name: 'from', label: 'From', kind: 'choice', options: places(graph) },
      { name: 'to', label: 'To', kind: 'choice', options: places(graph) },
      runTagSpec,
      ...conductorSpecs(graph),
    ],
    toEdits: (fields) => [
      {
        kind: 'addWay',
        edge: {
          id: freeId(graph, 'run'),
          name: text(fields.name),
          ...(text(fields.runTag) && { runTag: text(fields.runTag) }),
          from: text(fields.from),
          to: text(fields.to),
          carries: carriedIn(graph, fields),
          device: null,
          breaks: [],
          rcd: false,
        },
      },
    ],
  }
}

/** A switch with an off position between two runs that have none. */
function aChangeover({ graph, near }: Beginning): WiringForm {
  const bare = bareRuns(graph)
  const [first = '', second = ''] = Object.keys(bare)
  const run = { kind: 'choice', options: bare, hint: 'runs that have no switch yet' } as const
  return {
    title: 'A changeover, I-0-II',
    submit: 'Put it in',
    initial: { name: '', first: near !== null && near in bare ? near : first, second, lockable: true },
    specs: [
      nameSpec,
      { name: 'first', label: 'Closed at I', ...run },
      { name: 'second', label: 'Closed at II', ...run },
      { name: 'lockable', label: 'Can be locked off', kind: 'flag' },
    ],
    toEdits: (fields) => [
      {
        kind: 'addChangeover',
        id: freeId(graph, 'changeover'),
        name: text(fields.name),
        first: text(fields.first),
        second: text(fields.second),
        lockable: fields.lockable === true,
      },
    ],
  }
}

/** A switch in a run that has none. */
function aSwitch({ graph, near }: Beginning): WiringForm {
  const bare = bareRuns(graph)
  return {
    title: 'A switch',
    submit: 'Put it in',
    initial: {
      name: '',
      over: near !== null && near in bare ? near : (Object.keys(bare)[0] ?? ''),
      symbol: 'isolator',
      lockable: true,
      bypass: false,
    },
    specs: [
      nameSpec,
      { name: 'over', label: 'Into the run', kind: 'choice', options: bare, hint: 'runs that have no switch yet' },
      {
        name: 'symbol',
        label: 'Kind',
        kind: 'choice',
        options: Object.fromEntries(
          DEVICE_SYMBOLS.filter(
            (symbol) => symbol !== 'contactor' && symbol !== 'relay' && symbol !== 'changeover',
          ).map((symbol) => [symbol, SYMBOL_WORDS[symbol]]),
        ),
      },
      { name: 'lockable', label: 'Can be locked off', kind: 'flag' },
      { name: 'bypass', label: 'Is the maintenance bypass', kind: 'flag' },
    ],
    toEdits: (fields) => [
      {
        kind: 'addSwitch',
        id: freeId(graph, 'switch'),
        name: text(fields.name),
        symbol: fields.symbol as DeviceSymbol,
        over: text(fields.over) === '' ? [] : [text(fields.over)],
        lockable: fields.lockable === true,
        bypass: fields.bypass === true,
      },
    ],
  }
}

/** PV, an inverter, a vehicle or a generator. */
function aSource({ graph, here }: Beginning): WiringForm {
  return {
    title: 'A source',
    submit: 'Add the source',
    initial: { name: '', sort: 'pv', node: here, forming: false, gateway: 'none', sync: false, side: 'island' },
    specs: [
      nameSpec,
      {
        name: 'sort',
        label: 'It is',
        kind: 'choice',
        options: { pv: 'PV', inverter: 'a battery inverter', vehicle: 'a vehicle', generator: 'a generator' },
      },
      { name: 'node', label: 'Joined at', kind: 'choice', options: places(graph) },
      ...sourceSpecs(graph),
    ],
    toEdits: (fields) => [
      {
        kind: 'addSource',
        source: {
          id: freeId(graph, 'source'),
          name: text(fields.name),
          kind: fields.sort as 'pv',
          node: text(fields.node),
          ...sourceFacts(fields),
        },
      },
    ],
  }
}

/** A bond for good, or one that a relay makes. */
function aBond({ graph, here }: Beginning): WiringForm {
  return {
    title: 'A neutral–earth bond',
    submit: 'Add the bond',
    initial: { name: 'Bond', node: here, relay: 'none' },
    specs: [
      nameSpec,
      { name: 'node', label: 'At', kind: 'choice', options: places(graph) },
      {
        name: 'relay',
        label: 'Made by a relay while open',
        kind: 'choice',
        options: { ...contactors(graph), none: 'no: it is there for good' },
      },
    ],
    toEdits: (fields) => [
      {
        kind: 'addBond',
        bond: { id: freeId(graph, 'bond'), name: text(fields.name), node: text(fields.node), device: null },
        ...(fields.relay !== 'none' && { relay: { id: freeId(graph, 'relay'), oppositeOf: text(fields.relay) } }),
      },
    ],
  }
}

const FORMS: Readonly<Record<Addable, (beginning: Beginning) => WiringForm>> = {
  place: aPlace,
  run: aRun,
  switch: aSwitch,
  changeover: aChangeover,
  source: aSource,
  bond: aBond,
}

/** The form that adds a thing, beginning at the one that is chosen, or with what is known of a run of the plan. */
export function formToAdd(
  graph: InstallationGraph,
  what: Addable,
  near: string | null,
  run?: Pick<CableRun, 'tag' | 'from' | 'to'>,
): WiringForm {
  const isPlace = near !== null && graph.nodes.some(({ id }) => id === near)
  return FORMS[what]({ graph, near, here: isPlace ? near : (graph.nodes[0]?.id ?? ''), run })
}
