import * as yup from 'yup'
import { ctSense } from '@/core/wiring/ctSense'
import { GRID_STATES, type InstallationGraph } from '@/core/wiring/installationGraph'
import { isolationSet } from '@/core/wiring/isolationSet'
import { positionCheck } from '@/core/wiring/positionCheck'
import { type CalcCode, calc, flag, least0, listOf, number, required, text } from './inputFields'

const id = () => text().max(60).required(required)
const ids = () => listOf(id(), 200).required(required)
const ownPhases = () => listOf(id(), 3).optional().default(undefined)
const positions = () => yup.lazy((value: unknown) => yup.object(Object.fromEntries(Object.keys((value as object | null) ?? {}).map((key) => [key, id()]))).required(required))

const device = yup.lazy((value: unknown) => {
  const { kind, logic } = (value ?? {}) as { kind?: unknown; logic?: unknown }
  if (kind === 'manual') return yup.object({ id: id(), kind: text().required(required), positions: listOf(yup.object({ name: id(), closes: ids() }), 12).min(1, '${path} needs a position').required(required), lockable: flag().required(required), bypass: flag().default(false) })
  if (logic === 'oppositeOf') return yup.object({ id: id(), kind: text().oneOf(['auto'], '${path} must be manual or auto').required(required), logic: text().required(required), of: id(), closes: ids() })
  return yup.object({ id: id(), kind: text().oneOf(['auto'], '${path} must be manual or auto').required(required), logic: text().oneOf(['gridHealthy'], '${path} must be gridHealthy or oppositeOf').required(required), senseNode: id(), opensOn: listOf(text().oneOf(GRID_STATES, `\${path} must be one of ${GRID_STATES.join(', ')}`).required(required), 3).required(required), closes: ids() })
})

const installation = yup.object({
  phases: listOf(id(), 3).min(1, '${path} needs a phase').required(required),
  nodes: listOf(yup.object({ id: id(), kind: text().oneOf(['supply', 'bus', 'load', 'electrode'], '${path} must be supply, bus, load or electrode').required(required), promise: text().oneOf(['backup', 'leftOut'], '${path} must be backup or leftOut').optional(), phases: ownPhases(), needsNeutral: flag().optional(), rcdRequired: flag().optional() }), 500).required(required),
  edges: listOf(yup.object({ id: id(), from: id(), to: id(), carries: ids(), device: text().nullable().default(null), breaks: ids(), rcd: flag().default(false) }), 1000).required(required),
  devices: listOf(device, 30).required(required),
  interlocks: listOf(listOf(id(), 2).min(2, '${path} names two devices').required(required), 100).default([]),
  sources: listOf(yup.object({
    id: id(), kind: text().oneOf(['grid', 'inverter', 'generator', 'vehicle', 'pv'], '${path} must be grid, inverter, generator, vehicle or pv').required(required), node: id(), role: text().oneOf(['forming', 'following'], '${path} must be forming or following').required(required),
    phases: ownPhases(), gateway: text().nullable().default(null), providesBond: flag().default(false), planSide: text().oneOf(['island', 'grid'], '${path} must be island or grid').optional(), syncGroup: text().nullable().default(null),
  }), 20).required(required),
  bonds: listOf(yup.object({ id: id(), node: id(), device: text().nullable().default(null) }), 50).default([]),
  plan: yup.object({ asLeft: positions(), island: positions(), bypass: yup.lazy((value: unknown) => (value == null ? yup.mixed().nullable().default(null) : positions())) }).required(required),
}).required(required)

const w1 = yup.object({ installation })
const w2 = yup.object({ installation, target: id() })
const w5 = yup.object({ steps: listOf(yup.object({ appliedW: number().required(required), meterW: number().required(required) }), 10_000).required(required), meterNoiseW: least0().required(required) })

/** Combinations of manual positions that are checked from the command line; each switch more doubles the time. */
const MOST_COMBINATIONS = 4_000_000

/** The calculations on the wiring graph. */
export const WIRE_CODES: Readonly<Record<string, CalcCode>> = {
  'W-1': calc('position check', w1, (input) => {
    const graph = input.installation as unknown as InstallationGraph
    const combinations = graph.devices.reduce((product, one) => product * (one.kind === 'manual' ? one.positions.length : 1), 1)
    if (combinations > MOST_COMBINATIONS) throw new RangeError(`installation.devices: ${combinations.toLocaleString('en')} combinations of positions; ${MOST_COMBINATIONS.toLocaleString('en')} are checked at most`)
    return positionCheck(graph)
  }),
  'W-2': calc('isolation finder', w2, (input) => isolationSet(input.installation as unknown as InstallationGraph, input.target)),
  'W-5': calc('current transformer sense', w5, (input) => ctSense(input as Parameters<typeof ctSense>[0])),
}
