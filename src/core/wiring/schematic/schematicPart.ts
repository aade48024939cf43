import type { DeviceSymbol, GraphEdge, GraphNode, GraphSource } from '../installationGraph'
import { wrapped } from './textWidth'

/** One thing that is drawn, with its size and the places on it where wires meet it. */
export type SchematicPart =
  | { id: string; kind: 'place'; node: GraphNode; lines: string[]; width: number; height: number }
  | {
      id: string
      kind: 'device'
      deviceId: string
      name: string
      symbol: DeviceSymbol
      isManual: boolean
      contacts: Contact[]
      lines: string[]
      width: number
      height: number
    }
  | { id: string; kind: 'source'; source: GraphSource; lines: string[]; width: number; height: number }
  | {
      id: string
      kind: 'bond'
      bondId: string
      deviceId: string | null
      lines: string[]
      width: number
      height: number
    }
  /** An end that lies nowhere: the place it names is not there. */
  | { id: string; kind: 'loose'; edgeId: string; lines: string[]; width: number; height: number }

/** One way through a device. */
export interface Contact {
  edge: GraphEdge
  /** Middle of its row, from the top of the part. */
  y: number
}

/** One wire between two parts. */
export interface SchematicWire {
  id: string
  edgeId: string
  from: { part: string; port: string | null }
  to: { part: string; port: string | null }
  carries: readonly string[]
  /** Name that is written along it; only wires that are a run, or have no device, carry one. */
  label: string | null
}

export interface SchematicModel {
  parts: SchematicPart[]
  wires: SchematicWire[]
}

/** Sizes in drawing units; one is a pixel at full scale. */
export const SIZE = {
  /** Of every text: on a screen it is never drawn smaller than that. */
  text: 12,
  label: 13,
  row: 27,
  contact: 46,
  bus: 14,
  load: 174,
  loadHeight: 26,
  source: 44,
  electrode: 34,
  bondWidth: 40,
  bondHeight: 34,
} as const

/** How wide a character of the drawing's text is, on the average. */
export const CHARACTER_WIDTH = 6.6

/** Room that a part's name takes above it. */
export const labelSize = ({ kind, lines, ...part }: SchematicPart): { width: number; height: number } =>
  (kind === 'place' && 'node' in part && part.node.kind === 'load') || lines.length === 0
    ? { width: 0, height: 0 }
    : { width: Math.max(...lines.map((line) => line.length * CHARACTER_WIDTH)), height: lines.length * SIZE.label + 3 }

/** A place's words, and the room it takes; a busbar is as long as what lands on it asks for. */
export function placeSize(node: GraphNode, touching: number): { lines: string[]; width: number; height: number } {
  const name = node.name ?? node.id
  if (node.kind === 'load')
    return { lines: [name.length > 22 ? `${name.slice(0, 21)}…` : name], width: SIZE.load, height: SIZE.loadHeight }
  if (node.kind === 'electrode') return { lines: wrapped(name, 18), width: SIZE.electrode, height: SIZE.electrode - 10 }
  return { lines: wrapped(name, 15), width: SIZE.bus, height: Math.max(36, Math.ceil(touching / 2) * 24) }
}
