import type { GraphDevice, GraphEdge, GraphNode, InstallationGraph } from '../../src/core/wiring/installationGraph'
import { positionCheck } from '../../src/core/wiring/positionCheck'

// W-1: an installation with a number of manual switches and 60 nodes, every combination with three states of the grid.

/** A gateway house: main switch, gateway outlet, inverter isolator, sub-boards behind switches of their own, and a switch for each circuit that is left. */
function aHouse(switches: number, boards: number): InstallationGraph {
  const circuits = switches - 3 - boards
  const nodes: GraphNode[] = [{ id: 'supply', kind: 'supply' }, { id: 'gatewayIn', kind: 'bus' }, { id: 'gatewayOut', kind: 'bus' }, { id: 'home', kind: 'bus' }, { id: 'terminals', kind: 'bus' }, { id: 'rod', kind: 'electrode' }]
  const ALL = ['L', 'N', 'PE']
  const way = (id: string, from: string, to: string, device: string | null): GraphEdge => ({ id, from, to, carries: ALL, device, breaks: device === null ? [] : ['L', 'N'], rcd: true })
  const edges = [way('tails', 'supply', 'gatewayIn', 'mainSwitch'), way('contactor', 'gatewayIn', 'gatewayOut', 'islanding'), way('outgoing', 'gatewayOut', 'home', 'outlet'), way('cable', 'terminals', 'gatewayOut', 'isolator'), { ...way('earth', 'home', 'rod', null), carries: ['PE'] }]
  const manual = (id: string, closes: string): GraphDevice => ({ id, kind: 'manual', positions: [{ name: 'off', closes: [] }, { name: 'on', closes: [closes] }], lockable: true, bypass: false })
  const devices: GraphDevice[] = [manual('mainSwitch', 'tails'), manual('outlet', 'outgoing'), manual('isolator', 'cable'), { id: 'islanding', kind: 'auto', logic: 'gridHealthy', senseNode: 'gatewayIn', opensOn: ['dead', 'brokenNeutral'], closes: ['contactor'] }, { id: 'relay', kind: 'auto', logic: 'oppositeOf', of: 'islanding', closes: ['bond'] }]
  for (let k = 0; k < boards; k++) {
    nodes.push({ id: `board${k}`, kind: 'bus' })
    edges.push(way(`feed${k}`, k === 0 ? 'home' : `board${k - 1}`, `board${k}`, `b${k}`))
    devices.push(manual(`b${k}`, `feed${k}`))
  }
  for (let k = 0; nodes.length < 60; k++) {
    const load = `load${k}`
    nodes.push({ id: load, kind: 'load', promise: 'backup' })
    edges.push(way(`way${k}`, boards > 0 ? `board${k % boards}` : 'home', load, k < circuits ? `s${k}` : null))
    if (k < circuits) devices.push(manual(`s${k}`, `way${k}`))
  }
  const on = Object.fromEntries(devices.filter(({ kind }) => kind === 'manual').map(({ id }) => [id, 'on']))
  return { phases: ['L'], nodes, edges, devices, interlocks: [], bonds: [{ id: 'bond', node: 'gatewayOut', device: 'relay' }], plan: { asLeft: on, island: on, bypass: null }, sources: [{ id: 'grid', kind: 'grid', node: 'supply', role: 'forming', gateway: null, providesBond: true }, { id: 'inverter', kind: 'inverter', node: 'terminals', role: 'forming', gateway: 'islanding' }] }
}

for (const [switches, boards] of [[20, 2], [20, 9], [16, 13], [20, 17]] as const) {
  const house = aHouse(switches, boards)
  const began = performance.now()
  const { allowedCombinations, violated } = positionCheck(house)
  const ms = performance.now() - began
  console.log(`W-1, ${switches} manual switches of which ${switches - 3 - boards} switch final circuits, ${house.nodes.length} nodes, 3 states of the grid: ${allowedCombinations.toLocaleString('en')} combinations in ${ms.toFixed(0)} ms, violated: ${violated.join(', ') || 'none'}; the process holds ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`)
}
