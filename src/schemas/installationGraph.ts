import * as yup from 'yup'
import { DEVICE_SYMBOLS, GRID_STATES, type InstallationGraph } from '@/core/wiring/installationGraph'

/** Bounds of a wiring: what a house can have many times over, and what the checks still work through. */
export const MOST = {
  nodes: 500,
  edges: 1000,
  devices: 120,
  sources: 20,
  bonds: 50,
  interlocks: 200,
  positions: 12,
} as const

const REQUIRED = '${path} is missing'
const name = () =>
  yup
    .string()
    .strict()
    .typeError('${path} must be text')
    .max(60, '${path} may have 60 characters at most')
    .test(
      'printable',
      '${path} holds characters that cannot be shown',
      (value) => value == null || !/[\u0000-\u001f\ufffe\uffff]/.test(value),
    )
const id = () =>
  name().matches(/^\S+$/, { message: '${path} holds spaces', excludeEmptyString: true }).required(REQUIRED)
const called = () => name().optional()
const flag = () => yup.boolean().strict().typeError('${path} must be true or false')
const oneOf = <T extends string>(options: readonly T[]) =>
  yup
    .string()
    .strict()
    .typeError('${path} must be text')
    .oneOf(
      options,
      `\${path} must be ${options.length > 1 ? `${options.slice(0, -1).join(', ')} or ${options.at(-1)}` : options[0]}`,
    )
const list = <T extends yup.AnySchema>(of: T, most: number) =>
  yup.array().strict().typeError('${path} must be a list').of(of).max(most, `\${path} may have ${most} entries at most`)
const thing = <S extends yup.ObjectShape>(shape: S) => yup.object(shape).typeError('${path} must be an object')
const ids = (most = 200) => list(id(), most).required(REQUIRED)
const phasesOf = () => list(id(), 3).optional().default(undefined)
/** The ids of a map become its keys: it may have as many as there are devices, and nothing of the object's own. */
const positions = () =>
  yup.lazy((value: unknown) =>
    thing(
      Object.fromEntries(
        Object.keys((value as object | null) ?? {})
          .slice(0, MOST.devices + 1)
          .map((key) => [key, id()]),
      ),
    )
      .test(
        'size',
        `\${path} may have ${MOST.devices} entries at most`,
        (map) => Object.keys(map ?? {}).length <= MOST.devices,
      )
      .required(REQUIRED),
  )

const device = yup.lazy((value: unknown) => {
  const { kind, logic } = (value ?? {}) as { kind?: unknown; logic?: unknown }
  const common = { id: id(), name: called(), symbol: oneOf(DEVICE_SYMBOLS).optional() }
  if (kind === 'manual')
    return thing({
      ...common,
      kind: oneOf(['manual']).required(REQUIRED),
      positions: list(thing({ name: id(), closes: ids() }), MOST.positions)
        .min(1, '${path} needs a position')
        .required(REQUIRED),
      lockable: flag().required(REQUIRED),
      bypass: flag().default(false),
    }).required(REQUIRED)
  if (logic === 'oppositeOf')
    return thing({
      ...common,
      kind: oneOf(['manual', 'auto']).required(REQUIRED),
      logic: oneOf(['oppositeOf']).required(REQUIRED),
      of: id(),
      closes: ids(),
    }).required(REQUIRED)
  return thing({
    ...common,
    kind: oneOf(['manual', 'auto']).required(REQUIRED),
    logic: oneOf(['gridHealthy', 'oppositeOf']).required(REQUIRED),
    senseNode: id(),
    opensOn: list(oneOf(GRID_STATES).required(REQUIRED), 3).required(REQUIRED),
    closes: ids(),
  }).required(REQUIRED)
})

const node = thing({
  id: id(),
  name: called(),
  kind: oneOf(['supply', 'bus', 'load', 'electrode']).required(REQUIRED),
  promise: oneOf(['backup', 'leftOut']).optional(),
  phases: phasesOf(),
  needsNeutral: flag().optional(),
  rcdRequired: flag().optional(),
})
const edge = thing({
  id: id(),
  name: called(),
  runTag: called(),
  from: id(),
  to: id(),
  carries: ids(8),
  device: name().nullable().default(null),
  breaks: list(id(), 8).default([]),
  rcd: flag().default(false),
})
const source = thing({
  id: id(),
  name: called(),
  kind: oneOf(['grid', 'inverter', 'generator', 'vehicle', 'pv']).required(REQUIRED),
  node: id(),
  role: oneOf(['forming', 'following']).required(REQUIRED),
  phases: phasesOf(),
  gateway: name().nullable().default(null),
  providesBond: flag().default(false),
  planSide: oneOf(['island', 'grid']).optional(),
  syncGroup: name().nullable().default(null),
})

/** A wiring as a graph, field by field; whether it can be checked is for `graphFaults` to say. */
export const graphSchema = thing({
  phases: list(id(), 3).min(1, '${path} needs a phase').required(REQUIRED),
  nodes: list(node, MOST.nodes).required(REQUIRED),
  edges: list(edge, MOST.edges).required(REQUIRED),
  devices: list(device as unknown as yup.AnySchema, MOST.devices).required(REQUIRED),
  interlocks: list(list(id(), 2).min(2, '${path} names two devices').required(REQUIRED), MOST.interlocks).default([]),
  sources: list(source, MOST.sources).required(REQUIRED),
  bonds: list(
    thing({ id: id(), name: called(), node: id(), device: name().nullable().default(null) }),
    MOST.bonds,
  ).default([]),
  plan: thing({
    asLeft: positions(),
    island: positions(),
    bypass: yup.lazy((value: unknown) => (value == null ? yup.mixed().nullable().default(null) : positions())),
  }).required(REQUIRED),
}) as unknown as yup.Schema<InstallationGraph>
