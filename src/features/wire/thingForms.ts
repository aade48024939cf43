import type { CableRun } from '@/core/installation/installation'
import { placeSpokenOf } from '@/core/wiring/runsAndDrawing'
import {
  DEVICE_SYMBOLS,
  type DeviceSymbol,
  type GraphBond,
  type GraphDevice,
  type GraphEdge,
  type GraphNode,
  type GraphSource,
  type InstallationGraph,
  type ManualDevice,
  NEUTRAL,
  PROTECTIVE,
  conductorsOf,
} from '@/core/wiring/installationGraph'
import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import type { FieldSpec } from '@/schemas/fieldSpec'

/** A form for one thing of the wiring: its fields, what they hold now, and the changes they come to. */
export interface WiringForm {
  title: string
  specs: FieldSpec[]
  initial: Record<string, unknown>
  submit: string
  toEdits: (fields: Record<string, unknown>) => WiringEdit[]
}

const SYMBOL_WORDS: Readonly<Record<DeviceSymbol, string>> = {
  breaker: 'circuit breaker',
  isolator: 'isolator',
  switch: 'load switch',
  changeover: 'changeover',
  contactor: 'contactor',
  relay: 'relay',
  fuse: 'fuse',
}
const MOST_NAME = 60
const PROMISES = { backup: 'stays on in an outage', leftOut: 'left out', none: 'nothing promised' }

const text = (value: unknown) => String(value ?? '').trim()
const nameSpec: FieldSpec = { name: 'name', label: 'Name', kind: 'text', max: MOST_NAME }
const runTagSpec: FieldSpec = {
  name: 'runTag',
  label: 'Cable run',
  kind: 'text',
  optional: true,
  max: 16,
  hint: 'its short name, such as w2',
}
const places = ({ nodes }: InstallationGraph) => Object.fromEntries(nodes.map(({ id, name }) => [id, name ?? id]))
const contactors = ({ devices }: InstallationGraph) =>
  Object.fromEntries([
    ['none', 'none'],
    ...devices.flatMap((device) =>
      device.kind === 'auto' && device.logic === 'gridHealthy' ? [[device.id, device.name ?? device.id]] : [],
    ),
  ])

const conductorWords = (conductor: string) =>
  conductor === NEUTRAL ? 'Neutral' : conductor === PROTECTIVE ? 'Protective conductor' : conductor
const conductorSpecs = (graph: InstallationGraph): FieldSpec[] =>
  conductorsOf(graph).map((conductor) => ({
    name: `carries${conductor}`,
    label: conductorWords(conductor),
    kind: 'flag',
  }))
const carriedIn = (graph: InstallationGraph, fields: Record<string, unknown>) =>
  conductorsOf(graph).filter((conductor) => fields[`carries${conductor}`] === true)
const carriesFirst = (graph: InstallationGraph, carries: readonly string[]) =>
  Object.fromEntries(conductorsOf(graph).map((conductor) => [`carries${conductor}`, carries.includes(conductor)]))
/** A way that has lost its end shows where it was said to lead, so that saving does not move it by itself. */
const endOptions = (graph: InstallationGraph, at: string) => ({
  ...(graph.nodes.some(({ id }) => id === at) ? {} : { [at]: `${at}, which is not there` }),
  ...places(graph),
})

/** An id that nothing in the wiring has yet. */
export function freeId({ nodes, edges, devices, sources, bonds }: InstallationGraph, stem: string): string {
  const taken = new Set([...nodes, ...edges, ...devices, ...sources, ...bonds].map(({ id }) => id))
  for (let k = 1; ; k++) if (!taken.has(`${stem}${k}`)) return `${stem}${k}`
}

/** The form that changes a thing; `null` for an id that is not in the wiring. */
export function formOf(graph: InstallationGraph, id: string): WiringForm | null {
  const byId = <T extends { id: string }>(list: readonly T[]) => list.find((one) => one.id === id)
  const node = byId(graph.nodes)
  if (node) return placeForm(node)
  const edge = byId(graph.edges)
  if (edge) return wayForm(graph, edge)
  const device = byId(graph.devices)
  if (device) return device.kind === 'manual' ? switchForm(graph, device) : contactorForm(graph, device)
  const source = byId(graph.sources)
  if (source) return sourceForm(graph, source)
  const bond = byId(graph.bonds)
  return bond ? bondForm(graph, bond) : null
}

function placeForm(node: GraphNode): WiringForm {
  const { id } = node
  return {
    title: node.name ?? node.id,
    submit: 'Save the place',
    initial: {
      name: node.name ?? node.id,
      promise: node.promise ?? 'none',
      rcdRequired: node.rcdRequired !== false,
      needsNeutral: node.needsNeutral !== false,
    },
    specs: [
      nameSpec,
      ...(node.kind === 'load'
        ? ([
            { name: 'promise', label: 'In an outage', kind: 'choice', options: PROMISES },
            { name: 'rcdRequired', label: 'Residual-current protection asked for', kind: 'flag' },
            { name: 'needsNeutral', label: 'Needs its neutral', kind: 'flag' },
          ] satisfies FieldSpec[])
        : []),
    ],
    toEdits: (fields) => [
      {
        kind: 'changePlace',
        id,
        change: {
          name: text(fields.name),
          ...(node.kind === 'load' && {
            promise: fields.promise === 'none' ? undefined : (fields.promise as 'backup'),
            rcdRequired: fields.rcdRequired === true,
            needsNeutral: fields.needsNeutral === true,
          }),
        },
      },
    ],
  }
}

function wayForm(graph: InstallationGraph, edge: GraphEdge): WiringForm {
  const { id } = edge
  return {
    title: edge.name ?? edge.id,
    submit: 'Save the run',
    initial: {
      name: edge.name ?? edge.id,
      from: edge.from,
      to: edge.to,
      rcd: edge.rcd,
      runTag: edge.runTag ?? null,
      ...carriesFirst(graph, edge.carries),
    },
    specs: [
      nameSpec,
      { name: 'from', label: 'From', kind: 'choice', options: endOptions(graph, edge.from) },
      { name: 'to', label: 'To', kind: 'choice', options: endOptions(graph, edge.to) },
      runTagSpec,
      { name: 'rcd', label: 'Residual-current device in it', kind: 'flag' },
      ...conductorSpecs(graph),
    ],
    toEdits: (fields) => {
      const carries = carriedIn(graph, fields)
      return [
        ...(['from', 'to'] as const).flatMap((end): WiringEdit[] =>
          fields[end] === edge[end] ? [] : [{ kind: 'land', id, end, at: text(fields[end]) }],
        ),
        {
          kind: 'changeWay',
          id,
          change: {
            name: text(fields.name),
            rcd: fields.rcd === true,
            carries,
            breaks: edge.breaks.filter((conductor) => carries.includes(conductor)),
            runTag: text(fields.runTag) || undefined,
          },
        },
      ]
    },
  }
}

function switchForm(graph: InstallationGraph, device: ManualDevice): WiringForm {
  const { id } = device
  const options = Object.fromEntries(device.positions.map(({ name }) => [name, name]))
  const opensNeutral = graph.edges.some((one) => one.device === id && one.breaks.includes(NEUTRAL))
  const earth = earthOf(graph, id)
  return {
    title: device.name ?? device.id,
    submit: 'Save the switch',
    initial: {
      name: device.name ?? device.id,
      symbol: device.symbol ?? 'switch',
      lockable: device.lockable,
      bypass: device.bypass,
      neutral: opensNeutral,
      ...earth.initial,
      asLeft: graph.plan.asLeft[id],
      island: graph.plan.island[id],
      ...(graph.plan.bypass && { onBypass: graph.plan.bypass[id] }),
    },
    specs: [
      nameSpec,
      { name: 'symbol', label: 'Kind', kind: 'choice', options: SYMBOL_WORDS },
      { name: 'lockable', label: 'Can be locked off', kind: 'flag' },
      { name: 'bypass', label: 'Is the maintenance bypass', kind: 'flag' },
      { name: 'neutral', label: 'Opens the neutral too', kind: 'flag' },
      ...earth.specs,
      { name: 'asLeft', label: 'Left at', kind: 'choice', options },
      { name: 'island', label: 'In an outage at', kind: 'choice', options },
      ...(graph.plan.bypass
        ? [{ name: 'onBypass', label: 'On the bypass at', kind: 'choice', options } satisfies FieldSpec]
        : []),
    ],
    toEdits: (fields) => [
      {
        kind: 'changeDevice',
        id,
        change: {
          name: text(fields.name),
          symbol: fields.symbol as DeviceSymbol,
          lockable: fields.lockable === true,
          bypass: fields.bypass === true,
        },
      },
      ...(fields.neutral === opensNeutral
        ? []
        : [{ kind: 'switchNeutral', device: id, opens: fields.neutral === true } satisfies WiringEdit]),
      ...earth.edits(fields),
      { kind: 'planPosition', plan: 'asLeft', device: id, position: text(fields.asLeft) },
      { kind: 'planPosition', plan: 'island', device: id, position: text(fields.island) },
      ...(graph.plan.bypass
        ? [{ kind: 'planPosition', plan: 'bypass', device: id, position: text(fields.onBypass) } satisfies WiringEdit]
        : []),
    ],
  }
}

/** Whether a device parts the earth, as the school asks that parts the supplier's; asked where one of its ways carries a protective conductor. */
function earthOf(graph: InstallationGraph, id: string) {
  const own = graph.edges.filter(({ device, carries }) => device === id && carries.includes(PROTECTIVE))
  const opens = own.some(({ breaks }) => breaks.includes(PROTECTIVE))
  const spec: FieldSpec = {
    name: 'earth',
    label: 'Opens the protective conductor too',
    kind: 'flag',
    hint: 'only where the supplier’s earth is parted: the house then needs an electrode and a bond of its own',
  }
  return {
    initial: own.length > 0 ? { earth: opens } : {},
    specs: own.length > 0 ? [spec] : [],
    edits: (fields: Record<string, unknown>): WiringEdit[] =>
      own.length === 0 || (fields.earth === true) === opens
        ? []
        : [{ kind: 'switchEarth', device: id, opens: fields.earth === true }],
  }
}

function contactorForm(graph: InstallationGraph, device: Exclude<GraphDevice, ManualDevice>): WiringForm {
  const { id } = device
  const earth = earthOf(graph, id)
  return {
    title: device.name ?? device.id,
    submit: 'Save the device',
    initial: {
      name: device.name ?? device.id,
      ...earth.initial,
      ...(device.logic === 'gridHealthy' && {
        senseNode: device.senseNode,
        watches: device.opensOn.includes('brokenNeutral'),
      }),
    },
    specs: [
      nameSpec,
      ...earth.specs,
      ...(device.logic === 'gridHealthy'
        ? ([
            {
              name: 'senseNode',
              label: 'Watches the street at',
              kind: 'choice',
              options: endOptions(graph, device.senseNode),
            },
            { name: 'watches', label: 'Opens when the neutral is lost', kind: 'flag' },
          ] satisfies FieldSpec[])
        : []),
    ],
    toEdits: (fields) => [
      { kind: 'changeDevice', id, change: { name: text(fields.name) } },
      ...earth.edits(fields),
      ...(device.logic === 'gridHealthy'
        ? [
            {
              kind: 'watchGrid',
              id,
              senseNode: text(fields.senseNode),
              opensOnBrokenNeutral: fields.watches === true,
            } satisfies WiringEdit,
          ]
        : []),
    ],
  }
}

function sourceForm(graph: InstallationGraph, source: GraphSource): WiringForm {
  const { id } = source
  return {
    title: source.name ?? source.id,
    submit: 'Save the source',
    initial: {
      name: source.name ?? source.id,
      node: source.node,
      forming: source.role === 'forming',
      gateway: source.gateway ?? 'none',
      side: source.planSide ?? 'none',
      sync: source.syncGroup != null,
      bond: source.providesBond === true,
    },
    specs: [
      nameSpec,
      { name: 'node', label: 'Joined at', kind: 'choice', options: endOptions(graph, source.node) },
      ...(source.kind === 'grid'
        ? [{ name: 'bond', label: 'The supplier bonds its neutral to earth', kind: 'flag' } satisfies FieldSpec]
        : sourceSpecs(graph)),
    ],
    toEdits: (fields) => [
      {
        kind: 'changeSource',
        id,
        change: {
          name: text(fields.name),
          node: text(fields.node),
          ...(source.kind === 'grid' ? { providesBond: fields.bond === true } : sourceFacts(fields)),
        },
      },
    ],
  }
}

function bondForm(graph: InstallationGraph, bond: GraphBond): WiringForm {
  const { id } = bond
  return {
    title: bond.name ?? bond.id,
    submit: 'Save the bond',
    initial: { node: bond.node },
    specs: [{ name: 'node', label: 'At', kind: 'choice', options: endOptions(graph, bond.node) }],
    toEdits: (fields) => [{ kind: 'moveBond', id, node: text(fields.node) }],
  }
}

const sourceSpecs = (graph: InstallationGraph): FieldSpec[] => [
  { name: 'forming', label: 'Forms a voltage of its own', kind: 'flag' },
  { name: 'gateway', label: 'Parted from the street by', kind: 'choice', options: contactors(graph) },
  { name: 'sync', label: 'Synchronised with the other sources', kind: 'flag' },
  {
    name: 'side',
    label: 'Planned on',
    kind: 'choice',
    options: { none: 'no side', island: 'the house’s side', grid: 'the street’s side' },
    hint: 'for one that follows',
  },
]
const sourceFacts = (fields: Record<string, unknown>) => ({
  role: fields.forming === true ? ('forming' as const) : ('following' as const),
  gateway: fields.gateway === 'none' ? null : text(fields.gateway),
  syncGroup: fields.sync === true ? 'gateway' : null,
  planSide: fields.side === 'none' ? undefined : (fields.side as 'island'),
})

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

const bareRuns = ({ edges }: InstallationGraph) =>
  Object.fromEntries(edges.filter(({ device }) => device === null).map(({ id, name }) => [id, name ?? id]))

/** The form that adds a thing, beginning at the one that is chosen, or with what is known of a run of the plan. */
export function formToAdd(
  graph: InstallationGraph,
  what: Addable,
  near: string | null,
  run?: Pick<CableRun, 'tag' | 'from' | 'to'>,
): WiringForm {
  const all = places(graph)
  const here = near !== null && near in all ? near : (graph.nodes[0]?.id ?? '')
  switch (what) {
    case 'place':
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
    case 'run':
      return {
        title: 'A run',
        submit: 'Lay the run',
        initial: {
          name: run ? `${run.from} – ${run.to}`.slice(0, MOST_NAME) : '',
          from: (run && placeSpokenOf(run.from, graph)) ?? here,
          to: (run && placeSpokenOf(run.to, graph)) ?? graph.nodes.find(({ id }) => id !== here)?.id ?? here,
          runTag: run?.tag ?? null,
          ...carriesFirst(graph, conductorsOf(graph)),
        },
        specs: [
          nameSpec,
          { name: 'from', label: 'From', kind: 'choice', options: all },
          { name: 'to', label: 'To', kind: 'choice', options: all },
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
    case 'changeover': {
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
    case 'switch': {
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
    case 'source':
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
          { name: 'node', label: 'Joined at', kind: 'choice', options: all },
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
    case 'bond':
      return {
        title: 'A neutral–earth bond',
        submit: 'Add the bond',
        initial: { name: 'Bond', node: here, relay: 'none' },
        specs: [
          nameSpec,
          { name: 'node', label: 'At', kind: 'choice', options: all },
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
}
