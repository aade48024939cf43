import type { Bench } from '../evidence/bench'
import { pointsToShow } from '../evidence/bench'
import { canonicalJson } from '../pack/canonicalJson'
import { sha256Hex } from '../pack/seal'
import { pointAsSeen } from './review'

export const SIGNING_CAPACITIES = ['lead', 'checker', 'customer'] as const
/** In which capacity somebody signs a handover. */
export type SigningCapacity = (typeof SIGNING_CAPACITIES)[number]

/** A signature under a handover, drawn or typed; kept for good. */
export interface HandoverSignature {
  id: string
  capacity: SigningCapacity
  /** Name of who signed, as written under it. */
  name: string
  /** Strokes in a field of 300 by 100, as `M x y L x y …`; `null` where it was typed. */
  drawing: string | null
  /** Digest of what was signed. */
  saw: string
  /** Who held the device. */
  byName: string
  at: string
}

/** Size of the field that a drawing's figures are in. */
export const SIGNATURE_FIELD = { width: 300, height: 100 } as const
const MOST_DRAWING = 20_000
const DRAWING = /^M \d{1,3} \d{1,3}(?: [ML] \d{1,3} \d{1,3})*$/

/** Whether a text is the strokes of a signature, inside its field and of a bounded length. */
export function isDrawing(text: string): boolean {
  if (text.length > MOST_DRAWING || !DRAWING.test(text)) return false
  const figures = text.match(/\d+/g) ?? []
  return figures.every((figure, k) => Number(figure) <= (k % 2 === 0 ? SIGNATURE_FIELD.width : SIGNATURE_FIELD.height))
}

/**
 * Strokes as they were drawn, as the text that is kept: whole figures, and what lies outside the field on its edge.
 *
 * @param strokes points by stroke, in a field of `width` by `height`
 * @returns `null` for strokes that are no signature: none, or a single dot
 * @example drawingOf([[{ x: 0, y: 0 }, { x: 30, y: 10 }]], 300, 100) // 'M 0 0 L 30 10'
 */
export function drawingOf(
  strokes: readonly (readonly { x: number; y: number }[])[],
  width: number,
  height: number,
): string | null {
  const along = (value: number, of: number, to: number) => Math.round(Math.min(1, Math.max(0, value / of)) * to)
  const parts = strokes.flatMap((stroke) =>
    stroke.map(
      ({ x, y }, k) =>
        `${k === 0 ? 'M' : 'L'} ${along(x, width, SIGNATURE_FIELD.width)} ${along(y, height, SIGNATURE_FIELD.height)}`,
    ),
  )
  return parts.length < 2 ? null : parts.join(' ')
}

/**
 * Digest of a job as somebody sees it at handover: every point with its verdict and figure, and every promise. Evidence that changes nothing of these
 * changes nothing of what was signed.
 */
export function handoverDigest(bench: Bench): string {
  const points = pointsToShow(bench).map(({ key }) => [key, pointAsSeen(bench.judgements.get(key))])
  const promises = bench.promises.map(({ promise, verdict }) => [promise.sentence, verdict])
  return sha256Hex(new TextEncoder().encode(canonicalJson({ points, promises })))
}

/** The latest signature in each capacity, and whether it was given to what stands now. */
export function signaturesNow(
  signatures: readonly HandoverSignature[],
  digest: string,
): Partial<Record<SigningCapacity, HandoverSignature & { stands: boolean }>> {
  const latest: Partial<Record<SigningCapacity, HandoverSignature & { stands: boolean }>> = {}
  for (const signature of [...signatures].sort((one, other) => one.at.localeCompare(other.at)))
    latest[signature.capacity] = { ...signature, stands: signature.saw === digest }
  return latest
}
