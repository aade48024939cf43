import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import {
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
} from '@/core/wiring/installationGraph'
import type { FieldSpec } from '@/schemas/fieldSpec'
import {
  SYMBOL_WORDS,
  type WiringForm,
  carriedIn,
  carriesFirst,
  conductorSpecs,
  endOptions,
  nameSpec,
  runTagSpec,
  sourceFacts,
  sourceSpecs,
  text,
} from './wiringForm'

const PROMISES = { backup: 'stays on in an outage', leftOut: 'left out', none: 'nothing promised' }

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
