import { afterConfirming, type Ask, type AskCode, type EnteredValue, readEntry } from '../evidence/readEntry'
import type { HoldStep } from '../evidence/holdSteps'
import type { Point } from '../evidence/point'
import { refusalWords } from '../evidence/entryWords'
import { type Target, spokenPath } from '../evidence/quickLine'
import type { Instrument } from '../installation/installation'
import type { TestKind } from './testKinds'
import { isFigureText, ownUnitOf, testerFigure } from './testerFigure'
import type { TesterRow } from './testerRows'

/** What became of one value: ready to be recorded, or what a person has to say first. */
export type RowMatch =
  | { kind: 'ready'; target: Target; value: EnteredValue; confirmed: readonly AskCode[] }
  | { kind: 'ask'; target: Target; value: EnteredValue; asks: readonly Ask[] }
  /** Its place, its test or the slot of that test is not known. */
  | { kind: 'place' }
  | { kind: 'test' }
  | { kind: 'slot'; targets: readonly Target[] }
  /** The file says no unit: 900 may be kilohms or megohms. */
  | { kind: 'unit'; target: Target }
  /** It was read on the street's supply or on the battery, and nobody has said which: the same test counts for one of them. */
  | { kind: 'mode' }
  | { kind: 'nothing'; why: string }
  /** The reading cannot be taken as it stands. */
  | { kind: 'refused'; target: Target | null; why: string }

export interface MatchContext {
  points: readonly Point[]
  /** In which state of the house it was read: the tester does not know. `null` while nobody has said. */
  mode: 'grid' | 'island' | null
  instrument: Instrument | null
  heldBy: (point: Point) => HoldStep | null
  decimal: '.' | ','
  /** What a person has confirmed for all values of this memory. */
  confirmed: readonly AskCode[]
  /** Now, as an ISO instant: no tester reads tomorrow. */
  now: string
}

/** A device's clock may run ahead by this much before its times are asked about; the server's bound is wider. */
const AHEAD_MS = 12 * 3_600_000
const EARLIEST = Date.UTC(2000, 0, 1)

/** Slots that a test at a place may be recorded on. */
export function targetsOf(
  { points, mode }: Pick<MatchContext, 'points' | 'mode'>,
  place: string,
  { measures, slot: last }: TestKind,
): Target[] {
  return points
    .filter(({ subject }) => subject === place)
    .flatMap((point) =>
      point.slots
        .filter(
          ({ input, path, mode: own }) =>
            input.kind === 'quantity' &&
            input.measures === measures &&
            (last === undefined || path.at(-1) === last) &&
            (own === undefined || mode === null || own === mode),
        )
        .map((slot) => ({ point, slot })),
    )
}

/** What is wrong with the time of a value; `null` where nothing is. */
function timeFault({ at, timeText }: TesterRow, now: string): string | null {
  if (at === null) return null
  if (at === 'unreadable') return `“${timeText}” is no time in the form that was said.`
  const ms = Date.parse(at)
  if (ms > Date.parse(now) + AHEAD_MS)
    return `${timeText} is still to come: look at the tester’s clock, or at the form of the times.`
  return ms < EARLIEST ? `${timeText} is before 2000: the tester’s clock was never set.` : null
}

/** What a person has said of the words in a memory; `null` for what nobody has. */
export interface RowMeaning {
  /** Tag of the place that its text means. */
  place: string | null
  /** The test that its text means. */
  kind: TestKind | null
  /** Which of several slots of that test is meant, by its spoken path without the place. */
  slotPath: string | null
  /** The unit of its values where the file says none. */
  unit: string | null
}

/** The one slot that a value belongs to, or what has to be said first. */
function slotFor({ place, kind, slotPath }: RowMeaning, context: MatchContext): Target | RowMatch {
  if (place === null) return { kind: 'place' }
  if (kind === null) return { kind: 'test' }
  const targets = targetsOf(context, place, kind)
  if (targets.length === 0) return { kind: 'nothing', why: `Nothing of ${place} asks for a figure of this kind.` }
  if (context.mode === null && targets.some(({ slot }) => slot.mode !== undefined)) return { kind: 'mode' }
  const meant = slotPath === null ? targets : targets.filter((one) => slotPathOf(one, place) === slotPath)
  const [target, ...others] = meant
  return target && others.length === 0 ? target : { kind: 'slot', targets }
}

/**
 * Finds the point that one value of a tester's memory belongs to and reads it by the one rule of entry. What is doubtful is asked; nothing is guessed, a unit
 * least of all.
 */
export function matchTesterRow(row: TesterRow, meaning: RowMeaning, context: MatchContext): RowMatch {
  const target = slotFor(meaning, context)
  if ('kind' in target) return target
  const late = timeFault(row, context.now)
  if (late !== null) return { kind: 'refused', target, why: late }
  const unit = row.unit || meaning.unit || ''
  if (isFigureText(row.value) && ownUnitOf(row.value) === '' && unit === '') return { kind: 'unit', target }
  return readValue({ ...row, unit }, target, context)
}

function readValue(row: TesterRow, target: Target, context: MatchContext): RowMatch {
  const { slot, point } = target
  const offered = testerFigure(slot, row.value, row.unit, context.decimal)
  const circumstances = { instrument: context.instrument, heldBy: context.heldBy(point) }
  const answer = readEntry(slot, offered, circumstances)
  if (answer.kind === 'refused') return { kind: 'refused', target, why: refusalWords(answer.why, slot) }
  const asked = answer.kind === 'ask' ? answer.asks.map(({ code }) => code) : []
  const confirmed = asked.filter((code) => context.confirmed.includes(code))
  const left = afterConfirming(answer, confirmed)
  return left.kind === 'ask' ? { ...left, target } : { kind: 'ready', target, value: answer.value, confirmed }
}

/** How a slot of a place is called apart from the place: what is remembered of a choice, for the same test at other places. */
export const slotPathOf = (target: Target, place: string): string =>
  spokenPath(target)
    .split(' ')
    .filter((word) => word !== place)
    .join(' ')
