import { AWAKE_SLOT, awakeAfterCut } from '../../evidence/families/awakeAfterCut'
import { capacityShown } from '../../evidence/families/capacityShown'
import { cleanReturns } from '../../evidence/families/cleanReturns'
import { DRAWN_SLOT, ladderStepKey } from '../../evidence/families/ladderStep'
import { SEEN_LEAST_SLOT, SEEN_MOST_SLOT, leavingGap } from '../../evidence/families/outageGap'
import { overloadSeen } from '../../evidence/families/overloadSeen'
import { STAGE_SEEN_SLOT, lateKey } from '../../evidence/families/sourceStages'
import { stayedOnKey } from '../../evidence/families/stayedOn'
import type { Point } from '../../evidence/point'
import type { Offered } from '../../evidence/readEntry'
import type { Reading } from '../../evidence/reading'
import type { Unit } from '../../quantity/units'
import { type ChargeUsed, apparentCapacity } from './apparentCapacity'
import { betweenMarks, jointMs, orderOf } from './betweenMarks'
import type { AwakeKind, MarkKind, OutageMark } from './outageMark'
import { type OutageRun, seenGap } from './outageRun'

/** Something that a run has shown, as it would be recorded. */
export interface RunResult {
  pointKey: string
  slot: string
  offered: Extract<Offered, { kind: 'figure' | 'word' }>
}

const figure = (pointKey: string, slot: string, value: number, unit: Unit): RunResult => ({
  pointKey,
  slot,
  offered: { kind: 'figure', value, unit },
})
/** Milliseconds as seconds, to a tenth. */
const tenths = (ms: number): number => Math.round(ms / 100) / 10

const word = (pointKey: string, slot: string, said: string): RunResult => ({
  pointKey,
  slot,
  offered: { kind: 'word', word: said },
})

/** What a mark says, beside when it was made. */
const saying = ({ kind, value }: OutageMark): string => `${kind} ${value}`

/** The latest mark of some kinds for each subject; none where another one that says otherwise may as well be the later. */
function latestBySubject(marks: readonly OutageMark[], kinds: readonly MarkKind[]): Map<string, OutageMark> {
  const wanted = marks.filter(({ kind, subject }) => kinds.includes(kind) && subject !== null)
  const latest = new Map(wanted.map((mark) => [mark.subject as string, mark]))
  for (const mark of wanted) {
    const last = latest.get(mark.subject as string)
    if (last && saying(mark) !== saying(last) && orderOf(mark, last) !== 'before') latest.delete(mark.subject as string)
  }
  return latest
}

function gapResults(run: OutageRun, reactionMs: number): RunResult[] {
  const gap = seenGap(run, reactionMs)
  const key = leavingGap.key('job')
  if (gap === null) return []
  const [least, most] = [Math.round(gap.leastMs), Math.round(gap.mostMs)]
  return [figure(key, SEEN_MOST_SLOT, most, 'ms'), figure(key, SEEN_LEAST_SLOT, least, 'ms')]
}

function seenResults(run: OutageRun): RunResult[] {
  const said = [...latestBySubject(run.marks, ['running', 'dead'])]
  const drawn = [...latestBySubject(run.marks, ['drawn'])]
  return [
    ...said.map(([tag, { kind }]) => word(stayedOnKey(tag), 'seen', kind)),
    ...drawn.flatMap(([tag, { value }]) =>
      value === null ? [] : [figure(ladderStepKey(tag), DRAWN_SLOT, Math.round(value), 'W')],
    ),
  ]
}

function awakeResults({ out, marks }: OutageRun): RunResult[] {
  if (!out) return []
  return [...latestBySubject(marks, ['awake'])].flatMap(([kind, mark]) => {
    const span = betweenMarks(out, mark)
    if (span === null || span.ms < 0) return []
    // the latest that it may have been, as far as the two clocks tell
    return [figure(awakeAfterCut.key(kind as AwakeKind), AWAKE_SLOT, tenths(span.ms + span.errorMs), 's')]
  })
}

function capacityResults(used: ChargeUsed | null): RunResult[] {
  const key = capacityShown.key('job')
  if (used === null || apparentCapacity(used) === null) return []
  const { givenWh, fromPercent, toPercent, stepPercent } = used
  return [
    figure(key, 'given', Math.round(givenWh ?? 0), 'Wh'),
    figure(key, 'from', fromPercent ?? 0, '%'),
    figure(key, 'to', toPercent ?? 0, '%'),
    figure(key, 'step', Math.round((stepPercent ?? 0) * 100) / 100, '%'),
  ]
}

/** The first overload of the run: it is seen once. */
function overloadResults({ sourceTrips: [first], marks }: OutageRun): RunResult[] {
  if (!first || first.off.value === null) return []
  const key = overloadSeen.key('job')
  const last = marks.findLast((mark) => mark.kind === 'loadOn' && jointMs(mark) <= jointMs(first.off)) ?? null
  const span = last && betweenMarks(last, first.off)
  return [
    figure(key, 'power', Math.round(first.off.value), 'W'),
    // it held so long at least
    ...(span && span.ms >= span.errorMs ? [figure(key, 'after', tenths(span.ms - span.errorMs), 's')] : []),
    ...(first.back ? [word(key, 'back', first.back.subject ?? 'hand')] : []),
  ]
}

/** Marks of some kinds that were surely made from one mark on until another; `null` where clocks leave open whether one was. */
function marksWithin(
  marks: readonly OutageMark[],
  kinds: readonly MarkKind[],
  from: OutageMark,
  to: OutageMark | null,
): OutageMark[] | null {
  const placed = marks
    .filter(({ kind }) => kinds.includes(kind))
    .map((mark) => ({ mark, sinceFrom: orderOf(from, mark), untilTo: to && orderOf(mark, to) }))
  const isOutside = (one: (typeof placed)[number]) => one.sinceFrom === 'after' || one.untilTo === 'after'
  const isInside = (one: (typeof placed)[number]) =>
    one.sinceFrom === 'before' && (to === null || one.untilTo === 'before')
  if (placed.some((one) => !isOutside(one) && !isInside(one))) return null
  return placed.filter(isInside).map(({ mark }) => mark)
}

/** A vehicle that came home late: it was plugged in and gave, and nothing tripped or gave up from then on until it did. */
function lateResults({ marks }: OutageRun): RunResult[] {
  const plugged = marks.find(({ kind }) => kind === 'pluggedIn')
  const gives = marks.find(({ kind }) => kind === 'vehicleGives')
  if (!plugged || !gives || orderOf(plugged, gives) !== 'before') return []
  const failed = marksWithin(marks, ['tripped', 'sourceOff'], plugged, gives)
  return failed === null ? [] : [word(lateKey, STAGE_SEEN_SLOT, failed.length > 0 ? 'no' : 'yes')]
}

/** The return of this run on the next of its slots: one that is empty, or that shows a trip and is repeated. */
function returnResults({ onStreet, streetBack, marks, ended }: OutageRun, standing: readonly Reading[]): RunResult[] {
  if (!onStreet || !streetBack || !ended) return []
  const key = cleanReturns.key('job')
  const saidOf = (slot: string) => standing.findLast((one) => one.pointKey === key && one.slot === slot)?.valueWord
  const slot = ['return1', 'return2', 'return3'].find((one) => saidOf(one) !== 'clean')
  const tripped = marksWithin(marks, ['tripped'], streetBack, null)
  return slot === undefined || tripped === null ? [] : [word(key, slot, tripped.length > 0 ? 'tripped' : 'clean')]
}

/** Whether a reading of this run stands where a result would go: it was made after the run began. */
function isTaken({ pointKey, slot }: RunResult, standing: readonly Reading[], begunMs: number): boolean {
  const isReturn = pointKey === cleanReturns.key('job')
  return standing.some(
    (one) =>
      one.pointKey === pointKey &&
      (isReturn || one.slot === slot) &&
      Date.parse(one.receivedAt ?? one.recordedAt) >= begunMs,
  )
}

/**
 * What a run has shown and what is not in the record yet, for the points that the job asks for. A practice run shows nothing, and neither does one
 * whose beginning is not known.
 *
 * @param standing readings nobody has corrected
 * @param used what the battery gave in the island, where live values were kept; `null` where not
 */
export function resultsOfRun(
  run: OutageRun,
  points: readonly Point[],
  standing: readonly Reading[],
  used: ChargeUsed | null,
  reactionMs: number,
): RunResult[] {
  const { begun, kind } = run
  if (!begun || kind === 'practice') return []
  const shown = [
    ...gapResults(run, reactionMs),
    ...seenResults(run),
    ...awakeResults(run),
    ...capacityResults(used),
    ...overloadResults(run),
    ...lateResults(run),
    ...returnResults(run, standing),
  ]
  return shown.filter(
    (one) =>
      points.some(({ key, slots }) => key === one.pointKey && slots.some(({ id }) => id === one.slot)) &&
      !isTaken(one, standing, jointMs(begun)),
  )
}
