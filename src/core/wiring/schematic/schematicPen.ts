import { type InstallationGraph, NEUTRAL, PROTECTIVE } from '../installationGraph'
import type { FaultPath } from '../faultPath'
import { type LiveState } from '../liveState'
import type { Ink, Point, Primitive } from '../../drawing/primitive'

/** Things that are drawn together, and what a click on them means. */
export interface DrawnGroup {
  key: string
  /** Id of the thing in the graph, for selecting it. */
  thing: string
  role: 'wire' | 'place' | 'device' | 'source' | 'bond' | 'loose'
  /** What it is and how it stands, in words. */
  title: string
  box: { x: number; y: number; width: number; height: number }
  shapes: Primitive[]
  isSwitch: boolean
  /** Whether it stands in a frame: it is chosen, or in danger. */
  isFramed: boolean
}

export const CONDUCTOR_LAYERS = ['live', 'neutral', 'protective'] as const

export type ConductorLayer = (typeof CONDUCTOR_LAYERS)[number]

export interface DrawingOptions {
  layers: readonly ConductorLayer[]
  /** Ids to light up as dangerous. */
  danger: ReadonlySet<string>
  /** Ids to light up as chosen. */
  chosen: ReadonlySet<string>
  fault: FaultPath | null
  /** Runs that answer for another one, by their short names. */
  crossed: ReadonlyMap<string, string>
  /** What was added, taken out or changed against the plan. */
  changes: ReadonlyMap<string, 'added' | 'gone' | 'changed'>
  /** Remarks by id, for a mark beside the thing. */
  remarks: ReadonlyMap<string, string>
  /** Circuits with an alarm, a freezer or medical equipment on them, by the ids of their places. */
  safety: ReadonlySet<string>
}

const PITCH = 5

const LIVE_WIDTH = 2.4

export interface Pen {
  graph: InstallationGraph
  state: LiveState
  options: DrawingOptions
}

export const layerOf = (conductor: string): ConductorLayer =>
  conductor === PROTECTIVE ? 'protective' : conductor === NEUTRAL ? 'neutral' : 'live'

/** Layers a way carries, of those that are shown, with how far each is drawn from the middle. */
export function strands({ options }: Pen, carries: readonly string[]): { layer: ConductorLayer; offset: number }[] {
  const shown = CONDUCTOR_LAYERS.filter((layer) => options.layers.includes(layer))
  return shown
    .map((layer, k) => ({ layer, offset: (k - (shown.length - 1) / 2) * PITCH }))
    .filter(({ layer }) => carries.some((conductor) => layerOf(conductor) === layer))
}

/** How one layer of a place is drawn: by what feeds it, or as neutral and earth stand. */
export function strandInk(
  { graph, state }: Pen,
  layer: ConductorLayer,
  node: string,
  carries: readonly string[],
): { ink: Ink; width: number; dash?: string } {
  if (layer === 'protective') return { ink: 'earth', width: 1.4, dash: '7 3' }
  if (layer === 'neutral')
    return state.parts.some(({ neutral }) => neutral.has(node))
      ? { ink: 'neutral', width: 1.6 }
      : { ink: 'rule2', width: 1.4 }
  const feeding = [
    ...new Set(
      carries
        .filter((conductor) => graph.phases.includes(conductor))
        .flatMap((phase) => state.energised.get(`${node} ${phase}`) ?? []),
    ),
  ]
  if (feeding.length === 0) return { ink: 'rule2', width: 1.4 }
  const sources = graph.sources.filter(({ id }) => feeding.includes(id))
  const byStreet = sources.some(({ kind }) => kind === 'grid')
  const byIsland = sources.some(({ kind }) => kind !== 'grid')
  if (byStreet && byIsland) return { ink: 'stop', width: LIVE_WIDTH + 0.8, dash: '3 2' }
  return byStreet ? { ink: 'grid', width: LIVE_WIDTH } : { ink: 'island', width: LIVE_WIDTH, dash: '11 2.5' }
}

/** Orthogonal line moved to the side by `offset`, corners kept. */
export function besides(points: readonly Point[], offset: number): Point[] {
  if (offset === 0) return [...points]
  const step = (a: Point, b: Point): Point => {
    const length = Math.hypot(b.x - a.x, b.y - a.y) || 1
    return { x: -(b.y - a.y) / length, y: (b.x - a.x) / length }
  }
  return points.map((point, k) => {
    const before = k > 0 ? step(points[k - 1] as Point, point) : null
    const after = k < points.length - 1 ? step(point, points[k + 1] as Point) : null
    const [a, b] = [before ?? after ?? { x: 0, y: 0 }, after ?? before ?? { x: 0, y: 0 }]
    // at a right angle the two normals add up to the corner; on a straight line they are one
    const straight = Math.abs(a.x - b.x) + Math.abs(a.y - b.y) < 1e-6
    return { x: point.x + offset * (straight ? a.x : a.x + b.x), y: point.y + offset * (straight ? a.y : a.y + b.y) }
  })
}

export const changeMark = (change: 'added' | 'gone' | 'changed' | undefined) =>
  change === undefined ? '' : { added: '+ ', gone: '− ', changed: '≠ ' }[change]

export const sayLive = ({ graph, state }: Pen, node: string): string => {
  const ids = [...new Set(graph.phases.flatMap((phase) => state.energised.get(`${node} ${phase}`) ?? []))]
  return ids.length === 0
    ? 'dead'
    : `live from ${ids.map((id) => graph.sources.find((source) => source.id === id)?.name ?? id).join(' and ')}`
}
