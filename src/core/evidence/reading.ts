import type { Unit } from '../quantity/units'
import type { Verdict } from '../rules/verdict'

/** Longest word of a reading: a reason in a sentence. */
export const MOST_WORD = 300

/** One observation, append-only: a number with its unit or a word, on one slot of one point. */
export interface Reading {
  /** UUIDv7 made where the reading was made, so that sending it twice is harmless. */
  id: string
  jobId: string
  pointKey: string
  slot: string
  valueNumber: number | null
  valueWord: string | null
  /** The number as it was typed; its zeros are kept. */
  digits: string | null
  unit: Unit
  /** Facts of the reading's own kind: the analysis of a recording, a confirmed out-of-range value. */
  detail: Readonly<Record<string, unknown>> | null
  instrumentId: string | null
  recordedBy: string
  recordedByName: string
  /** Device clock, ISO 8601. */
  recordedAt: string
  /** Server clock; `null` while the reading waits in the outbox. */
  receivedAt: string | null
  /** The reading this one corrects, and why (H-3). */
  supersedes: string | null
  supersedeReason: string | null
  /** What the device showed when Enter was pressed: a record, never the truth. */
  shownVerdict: Verdict
}

/** Key of a reading's detail: how many seconds its device's clock was ahead of the server's, where it was set wrong. */
export const CLOCK_AHEAD = 'clockAheadS'

/** How far the clock of the device was ahead when a reading was made, in seconds; 0 where it was right or nobody knows. */
export function clockAheadOf({ detail }: Pick<Reading, 'detail'>): number {
  const ahead = detail?.[CLOCK_AHEAD]
  return typeof ahead === 'number' && Number.isFinite(ahead) ? ahead : 0
}

/**
 * When a reading was made as far as anybody can tell: by the device's clock less what that was ahead, and never after the server had it. A clock that
 * is set wrong does not decide which answer stands.
 *
 * @example madeAt({ recordedAt: '2026-01-01T12:00:00.000Z', receivedAt: '2026-01-01T09:00:00.000Z', detail: null }) // '2026-01-01T09:00:00.000Z'
 */
export function madeAt(reading: Pick<Reading, 'recordedAt' | 'receivedAt' | 'detail'>): string {
  const { recordedAt, receivedAt } = reading
  const aheadS = clockAheadOf(reading)
  const made = aheadS === 0 ? recordedAt : new Date(Date.parse(recordedAt) - aheadS * 1000).toISOString()
  return receivedAt !== null && receivedAt < made ? receivedAt : made
}

/** Oldest first; those of the same moment by their ids, which are made in order. */
const inOrder = (a: Reading, b: Reading): number => {
  const [atA, atB] = [madeAt(a), madeAt(b)]
  if (atA !== atB) return atA < atB ? -1 : 1
  return a.id < b.id ? -1 : 1
}

/** By the list itself: lists of readings are never changed, only made anew. */
const standing = new WeakMap<readonly Reading[], readonly Reading[]>()

/** Readings nobody has corrected, oldest first; a correction stands in for what it names, at its own time. A list is looked through once. */
export function standingReadings(readings: readonly Reading[]): readonly Reading[] {
  const known = standing.get(readings) ?? standingOf(readings)
  standing.set(readings, known)
  return known
}

function standingOf(readings: readonly Reading[]): readonly Reading[] {
  const superseded = new Set<string>()
  for (const { supersedes } of readings) if (supersedes !== null) superseded.add(supersedes)
  const left = readings.filter(({ id, valueWord }) => !superseded.has(id) && valueWord !== WITHDRAWN)
  // thousands of them, asked for with each letter on the quick line, and nearly always in order
  const isSorted = left.every((reading, k) => k === 0 || inOrder(left[k - 1] as Reading, reading) < 0)
  return isSorted ? left : left.sort(inOrder)
}

/** A correction that leaves nothing in its place: the undone entry stays on record, and so does who took it back. */
export const WITHDRAWN = 'withdrawn'

/** The last standing entry a person typed, which undo takes back; a recording is no typed entry. `null` when there is none. */
export const lastOwnReading = (readings: readonly Reading[], userId: string): Reading | null =>
  standingReadings(readings).findLast(({ recordedBy, slot }) => recordedBy === userId && slot !== 'recording') ?? null

/** By the list itself, as above. */
const byPoint = new WeakMap<readonly Reading[], ReadonlyMap<string, readonly Reading[]>>()

/** The readings of one point, in the order of the list; the list is looked through once, whatever is asked of it. */
export function readingsOfPoint(readings: readonly Reading[], pointKey: string): readonly Reading[] {
  let grouped = byPoint.get(readings)
  if (grouped === undefined) {
    const made = new Map<string, Reading[]>()
    for (const reading of readings) {
      const own = made.get(reading.pointKey)
      if (own) own.push(reading)
      else made.set(reading.pointKey, [reading])
    }
    byPoint.set(readings, made)
    grouped = made
  }
  return grouped.get(pointKey) ?? []
}

/** The latest standing reading of each slot of a point. */
export function latestBySlot(readings: readonly Reading[], pointKey: string): Map<string, Reading> {
  return new Map(readingsOfPoint(readings, pointKey).map((reading) => [reading.slot, reading]))
}
