import type { GraphDevice, GraphEdge, InstallationGraph } from '@/core/wiring/installationGraph'

const ALL = ['L', 'N', 'PE']

/** A switched or fixed way that carries everything. */
export const way = (id: string, from: string, to: string, device: string | null): GraphEdge => ({
  id,
  from,
  to,
  carries: ALL,
  device,
  breaks: device === null ? [] : ['L', 'N'],
  rcd: true,
})

const switchOf = (id: string, positions: Readonly<Record<string, readonly string[]>>): GraphDevice => ({
  id,
  kind: 'manual',
  positions: Object.entries(positions).map(([name, closes]) => ({ name, closes })),
  lockable: true,
  bypass: false,
})

/** A switch that closes one way. */
export const onOff = (id: string, closes: string) => switchOf(id, { off: [], on: [closes] })

/** Twelve circuits, each between the street’s board, nothing and the backup board, and a generator that an interlock keeps from the street. */
export function lineOffBackupHouse(circuits = 12): InstallationGraph {
  const each = Array.from({ length: circuits }, (_, k) => k)
  const devices: GraphDevice[] = [
    onOff('main', 'tails'),
    onOff('isolator', 'cable'),
    onOff('generatorSwitch', 'lead'),
    ...each.map((k) => switchOf(`c${k}`, { line: [`line${k}`], off: [], backup: [`backup${k}`] })),
    {
      id: 'islanding',
      kind: 'auto',
      logic: 'gridHealthy',
      senseNode: 'gatewayIn',
      opensOn: ['dead', 'brokenNeutral'],
      closes: ['contactor'],
    },
    { id: 'relay', kind: 'auto', logic: 'oppositeOf', of: 'islanding', closes: ['bond'] },
  ]
  const asLeft = {
    main: 'on',
    isolator: 'on',
    generatorSwitch: 'off',
    ...Object.fromEntries(each.map((k) => [`c${k}`, 'backup'])),
  }
  return {
    phases: ['L'],
    nodes: [
      { id: 'supply', kind: 'supply' },
      { id: 'gatewayIn', kind: 'bus' },
      { id: 'backupBoard', kind: 'bus' },
      { id: 'terminals', kind: 'bus' },
      { id: 'inlet', kind: 'bus' },
      { id: 'rod', kind: 'electrode' },
      ...each.map((k) => ({ id: `load${k}`, kind: 'load' as const, promise: 'backup' as const })),
    ],
    edges: [
      way('tails', 'supply', 'gatewayIn', 'main'),
      way('contactor', 'gatewayIn', 'backupBoard', 'islanding'),
      way('cable', 'terminals', 'backupBoard', 'isolator'),
      way('lead', 'inlet', 'gatewayIn', 'generatorSwitch'),
      { ...way('earth', 'backupBoard', 'rod', null), carries: ['PE'] },
      ...each.flatMap((k) => [
        way(`line${k}`, 'gatewayIn', `load${k}`, `c${k}`),
        way(`backup${k}`, 'backupBoard', `load${k}`, `c${k}`),
      ]),
    ],
    devices,
    interlocks: [['main', 'generatorSwitch']],
    bonds: [{ id: 'bond', node: 'backupBoard', device: 'relay' }],
    plan: { asLeft, island: asLeft, bypass: null },
    sources: [
      { id: 'grid', kind: 'grid', node: 'supply', role: 'forming', gateway: null, providesBond: true },
      { id: 'inverter', kind: 'inverter', node: 'terminals', role: 'forming', gateway: 'islanding' },
      { id: 'generator', kind: 'generator', node: 'inlet', role: 'forming', gateway: null },
    ],
  }
}

/** Sub-boards side by side and one behind the other, `switches` switches in all, a load on each. */
export function manySwitchesHouse(switches = 23): InstallationGraph {
  const base = lineOffBackupHouse(0)
  const boards = Array.from({ length: switches - 3 }, (_, k) => k)
  const asLeft = { ...base.plan.asLeft, ...Object.fromEntries(boards.map((k) => [`s${k}`, 'on'])) }
  return {
    ...base,
    nodes: [
      ...base.nodes,
      ...boards.flatMap((k) => [
        { id: `board${k}`, kind: 'bus' as const },
        { id: `load${k}`, kind: 'load' as const, promise: 'backup' as const },
      ]),
    ],
    edges: [
      ...base.edges,
      ...boards.flatMap((k) => [
        way(`feed${k}`, k % 3 === 0 ? 'backupBoard' : `board${k - 1}`, `board${k}`, `s${k}`),
        way(`way${k}`, `board${k}`, `load${k}`, null),
      ]),
    ],
    devices: [...base.devices, ...boards.map((k) => onOff(`s${k}`, `feed${k}`))],
    plan: { asLeft, island: asLeft, bypass: null },
  }
}
