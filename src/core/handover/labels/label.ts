/** What a label is for; each kind has a size of its own. */
export const LABEL_KINDS = ['warning', 'position', 'board', 'device', 'run'] as const
export type LabelKind = (typeof LABEL_KINDS)[number]

export const LABEL_KIND_WORDS: Readonly<Record<LabelKind, string>> = {
  warning: 'Warnings',
  position: 'Switch positions',
  board: 'Boards',
  device: 'Units',
  run: 'Cable ends',
}

/** Width and least height in millimetres. A text that needs more room makes its label higher: nothing is cut off. */
export const LABEL_SIZES: Readonly<Record<LabelKind, { widthMm: number; heightMm: number }>> = {
  warning: { widthMm: 90, heightMm: 32 },
  position: { widthMm: 60, heightMm: 20 },
  board: { widthMm: 60, heightMm: 16 },
  device: { widthMm: 60, heightMm: 16 },
  run: { widthMm: 60, heightMm: 20 },
}

/** One label: what stands on it and where it belongs. */
export interface Label {
  /** Unique in its job. */
  id: string
  kind: LabelKind
  /** The place it is fixed at, for whoever carries it there. */
  at: string
  head: string
  lines: string[]
  /** Why it is not printed yet; `null` for one that is. */
  heldBecause: string | null
}
