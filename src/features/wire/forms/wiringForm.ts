import type { WiringEdit } from '@/core/wiring/edits/wiringEdit'
import {
  type DeviceSymbol,
  type InstallationGraph,
  NEUTRAL,
  PROTECTIVE,
  conductorsOf,
} from '@/core/wiring/installationGraph'
import type { FieldSpec } from '@/schemas/fieldSpec'

/** A form for one thing of the wiring: its fields, what they hold now, and the changes they come to. */
export interface WiringForm {
  title: string
  specs: FieldSpec[]
  initial: Record<string, unknown>
  submit: string
  toEdits: (fields: Record<string, unknown>) => WiringEdit[]
}

export const SYMBOL_WORDS: Readonly<Record<DeviceSymbol, string>> = {
  breaker: 'circuit breaker',
  isolator: 'isolator',
  switch: 'load switch',
  changeover: 'changeover',
  contactor: 'contactor',
  relay: 'relay',
  fuse: 'fuse',
}
export const MOST_NAME = 60

export const text = (value: unknown) => String(value ?? '').trim()
export const nameSpec: FieldSpec = { name: 'name', label: 'Name', kind: 'text', max: MOST_NAME }
export const runTagSpec: FieldSpec = {
  name: 'runTag',
  label: 'Cable run',
  kind: 'text',
  optional: true,
  max: 16,
  hint: 'its short name, such as w2',
}
export const places = ({ nodes }: InstallationGraph) =>
  Object.fromEntries(nodes.map(({ id, name }) => [id, name ?? id]))
export const contactors = ({ devices }: InstallationGraph) =>
  Object.fromEntries([
    ['none', 'none'],
    ...devices.flatMap((device) =>
      device.kind === 'auto' && device.logic === 'gridHealthy' ? [[device.id, device.name ?? device.id]] : [],
    ),
  ])

const conductorWords = (conductor: string) =>
  conductor === NEUTRAL ? 'Neutral' : conductor === PROTECTIVE ? 'Protective conductor' : conductor
export const conductorSpecs = (graph: InstallationGraph): FieldSpec[] =>
  conductorsOf(graph).map((conductor) => ({
    name: `carries${conductor}`,
    label: conductorWords(conductor),
    kind: 'flag',
  }))
export const carriedIn = (graph: InstallationGraph, fields: Record<string, unknown>) =>
  conductorsOf(graph).filter((conductor) => fields[`carries${conductor}`] === true)
export const carriesFirst = (graph: InstallationGraph, carries: readonly string[]) =>
  Object.fromEntries(conductorsOf(graph).map((conductor) => [`carries${conductor}`, carries.includes(conductor)]))
/** A way that has lost its end shows where it was said to lead, so that saving does not move it by itself. */
export const endOptions = (graph: InstallationGraph, at: string) => ({
  ...(graph.nodes.some(({ id }) => id === at) ? {} : { [at]: `${at}, which is not there` }),
  ...places(graph),
})

/** An id that nothing in the wiring has yet. */
export function freeId({ nodes, edges, devices, sources, bonds }: InstallationGraph, stem: string): string {
  const taken = new Set([...nodes, ...edges, ...devices, ...sources, ...bonds].map(({ id }) => id))
  for (let k = 1; ; k++) if (!taken.has(`${stem}${k}`)) return `${stem}${k}`
}

export const sourceSpecs = (graph: InstallationGraph): FieldSpec[] => [
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
export const sourceFacts = (fields: Record<string, unknown>) => ({
  role: fields.forming === true ? ('forming' as const) : ('following' as const),
  gateway: fields.gateway === 'none' ? null : text(fields.gateway),
  syncGroup: fields.sync === true ? 'gateway' : null,
  planSide: fields.side === 'none' ? undefined : (fields.side as 'island'),
})
