import type { GraphDevice, GraphEdge, GraphNode, InstallationGraph } from '../../src/core/wiring/installationGraph'
import { positionCheck } from '../../src/core/wiring/positionCheck'
import { lineOffBackupHouse, manySwitchesHouse, onOff, way } from '../../tests/support/bigHouses'

// W-1: an installation with a number of manual switches and 60 nodes, every combination with three states of the grid.

/** A gateway house: main switch, gateway outlet, inverter isolator, sub-boards behind switches of their own, and a switch for each circuit that is left. */
function aHouse(switches: number, boards: number): InstallationGraph {
  const circuits = switches - 3 - boards
  const nodes: GraphNode[] = [
    { id: 'supply', kind: 'supply' },
    { id: 'gatewayIn', kind: 'bus' },
    { id: 'gatewayOut', kind: 'bus' },
    { id: 'home', kind: 'bus' },
    { id: 'terminals', kind: 'bus' },
    { id: 'rod', kind: 'electrode' },
  ]
  const edges = [
    way('tails', 'supply', 'gatewayIn', 'mainSwitch'),
    way('contactor', 'gatewayIn', 'gatewayOut', 'islanding'),
    way('outgoing', 'gatewayOut', 'home', 'outlet'),
    way('cable', 'terminals', 'gatewayOut', 'isolator'),
    { ...way('earth', 'home', 'rod', null), carries: ['PE'] },
  ]
  const devices: GraphDevice[] = [
    onOff('mainSwitch', 'tails'),
    onOff('outlet', 'outgoing'),
    onOff('isolator', 'cable'),
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
  for (let k = 0; k < boards; k++) {
    nodes.push({ id: `board${k}`, kind: 'bus' })
    edges.push(way(`feed${k}`, k === 0 ? 'home' : `board${k - 1}`, `board${k}`, `b${k}`))
    devices.push(onOff(`b${k}`, `feed${k}`))
  }
  for (let k = 0; nodes.length < 60; k++) {
    const load = `load${k}`
    nodes.push({ id: load, kind: 'load', promise: 'backup' })
    edges.push(way(`way${k}`, boards > 0 ? `board${k % boards}` : 'home', load, k < circuits ? `s${k}` : null))
    if (k < circuits) devices.push(onOff(`s${k}`, `way${k}`))
  }
  const on = Object.fromEntries(devices.filter(({ kind }) => kind === 'manual').map(({ id }) => [id, 'on']))
  return {
    phases: ['L'],
    nodes,
    edges,
    devices,
    interlocks: [],
    bonds: [{ id: 'bond', node: 'gatewayOut', device: 'relay' }],
    plan: { asLeft: on, island: on, bypass: null },
    sources: [
      { id: 'grid', kind: 'grid', node: 'supply', role: 'forming', gateway: null, providesBond: true },
      { id: 'inverter', kind: 'inverter', node: 'terminals', role: 'forming', gateway: 'islanding' },
    ],
  }
}

/** Sub-boards side by side behind the gateway outlet, each with a battery inverter of its own, so that every switch can matter. */
function manyInverters(switches: number): InstallationGraph {
  const house = aHouse(3, 0)
  const boards = Array.from({ length: switches - 3 }, (_, k) => k)
  const nodes: GraphNode[] = [
    ...house.nodes.slice(0, 60 - boards.length),
    ...boards.map((k): GraphNode => ({ id: `sub${k}`, kind: 'bus' })),
  ]
  const kept = new Set(nodes.map(({ id }) => id))
  const edges: GraphEdge[] = [
    ...house.edges.filter(({ from, to }) => kept.has(from) && kept.has(to)),
    ...boards.map((k): GraphEdge => ({
      id: `sub${k}feed`,
      from: 'home',
      to: `sub${k}`,
      carries: ['L', 'N', 'PE'],
      device: `sub${k}switch`,
      breaks: ['L', 'N'],
      rcd: true,
    })),
  ]
  const devices: GraphDevice[] = [
    ...house.devices,
    ...boards.map((k): GraphDevice => ({
      id: `sub${k}switch`,
      kind: 'manual',
      positions: [
        { name: 'off', closes: [] },
        { name: 'on', closes: [`sub${k}feed`] },
      ],
      lockable: true,
      bypass: false,
    })),
  ]
  const on = Object.fromEntries(devices.filter(({ kind }) => kind === 'manual').map(({ id }) => [id, 'on']))
  return {
    ...house,
    nodes,
    edges,
    devices,
    plan: { asLeft: on, island: on, bypass: null },
    sources: [
      ...house.sources.map((source) => (source.kind === 'inverter' ? { ...source, syncGroup: 'g' } : source)),
      ...boards.map((k): InstallationGraph['sources'][number] => ({
        id: `inverter${k}`,
        kind: 'inverter',
        node: `sub${k}`,
        role: 'forming',
        gateway: 'islanding',
        syncGroup: 'g',
      })),
    ],
  }
}

/** Boards on a ring behind the gateway outlet, a switch in every stretch of it, so that nothing is a dead end. */
function aRing(switches: number): InstallationGraph {
  const house = aHouse(3, 0)
  const boards = switches - 4
  const at = (k: number) => (k === 0 || k > boards ? 'home' : `ring${k}`)
  const nodes: GraphNode[] = [
    ...house.nodes.slice(0, 60 - boards),
    ...Array.from({ length: boards }, (_, k): GraphNode => ({ id: `ring${k + 1}`, kind: 'bus' })),
  ]
  const kept = new Set(nodes.map(({ id }) => id))
  const edges: GraphEdge[] = [
    ...house.edges.filter(({ from, to }) => kept.has(from) && kept.has(to)),
    ...Array.from({ length: boards + 1 }, (_, k): GraphEdge => ({
      id: `ring${k}way`,
      from: at(k),
      to: at(k + 1),
      carries: ['L', 'N', 'PE'],
      device: `ring${k}switch`,
      breaks: ['L', 'N'],
      rcd: true,
    })),
  ]
  const devices: GraphDevice[] = [
    ...house.devices,
    ...Array.from({ length: boards + 1 }, (_, k): GraphDevice => ({
      id: `ring${k}switch`,
      kind: 'manual',
      positions: [
        { name: 'off', closes: [] },
        { name: 'on', closes: [`ring${k}way`] },
      ],
      lockable: true,
      bypass: false,
    })),
  ]
  const on = Object.fromEntries(devices.filter(({ kind }) => kind === 'manual').map(({ id }) => [id, 'on']))
  return { ...house, nodes, edges, devices, plan: { asLeft: on, island: on, bypass: null } }
}

for (const [name, house] of [
  ['twelve circuits between line, off and backup, a generator', lineOffBackupHouse(12)],
  ['24 circuits between line, off and backup, a generator', lineOffBackupHouse(24)],
  ['sub-boards beside and behind each other', manySwitchesHouse(23)],
  ['boards on a ring', aRing(20)],
  ['every board has an inverter of its own', manyInverters(14)],
  ['every board has an inverter of its own', manyInverters(17)],
  ['every board has an inverter of its own', manyInverters(20)],
] as const) {
  const began = performance.now()
  const { allowedCombinations, leftOut, violated } = positionCheck(house)
  const ms = performance.now() - began
  console.log(
    `W-1, ${house.devices.filter(({ kind }) => kind === 'manual').length} manual switches, ${name}, ${house.nodes.length} nodes: ${allowedCombinations.toLocaleString('en')} combinations, ${leftOut.toLocaleString('en')} left out, in ${ms.toFixed(0)} ms, violated: ${violated.join(', ') || 'none'}; the process holds ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`,
  )
}

for (const [switches, boards] of [
  [20, 2],
  [20, 9],
  [16, 13],
  [20, 17],
] as const) {
  const house = aHouse(switches, boards)
  const began = performance.now()
  const { allowedCombinations, violated } = positionCheck(house)
  const ms = performance.now() - began
  console.log(
    `W-1, ${switches} manual switches of which ${switches - 3 - boards} switch final circuits, ${house.nodes.length} nodes, 3 states of the grid: ${allowedCombinations.toLocaleString('en')} combinations in ${ms.toFixed(0)} ms, violated: ${violated.join(', ') || 'none'}; the process holds ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`,
  )
}
