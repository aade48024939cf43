import type { InstallationGraph } from '../wiring/installationGraph'

export const WIRING_LAYERS = ['planned', 'wired'] as const
/** The wiring as it was planned, or as the crew has it on site. */
export type WiringLayer = (typeof WIRING_LAYERS)[number]
export const LAYER_WORDS: Readonly<Record<WiringLayer, string>> = { planned: 'as planned', wired: 'as wired' }

/** The wiring as somebody left it, with what they changed; append-only, the highest number stands. */
export interface WiringRevision {
  /** UUIDv7 made where it was made, so that sending it twice is harmless. */
  id: string
  jobId: string
  layer: WiringLayer
  number: number
  note: string
  graph: InstallationGraph
  madeByName: string
  madeAt: string
}

/** The latest of each layer; `null` while nobody has written one. */
export type WiringRecord = Readonly<Record<WiringLayer, WiringRevision | null>>

export const NO_WIRING: WiringRecord = { planned: null, wired: null }
