import type { ReadingInput } from '@/commands/recordReadings'
import { askWords, refusalWords } from '@/core/evidence/entryWords'
import type { Point, Slot } from '@/core/evidence/point'
import { type AskCode, type Offered, afterConfirming, readEntry } from '@/core/evidence/readEntry'
import { WITHDRAWN } from '@/core/evidence/reading'
import type { Instrument } from '@/core/installation/installation'
import type { JobAtHand } from './jobAtHand'

/** What a reading offers to the rule of entry. */
function offeredOf({ valueNumber, valueWord, digits, unit, bound }: ReadingInput, slot: Slot): Offered | null {
  if ((valueNumber === null) === (valueWord === null)) return null
  if (valueNumber !== null) return { kind: 'figure', value: valueNumber, unit, digits, bound }
  return slot.input.kind === 'text' ? { kind: 'typed', text: valueWord ?? '' } : { kind: 'word', word: valueWord ?? '' }
}

/** A device that has not loaded the app anew asked about range and sign, and wrote one flag for both. */
export const confirmedOf = ({ confirmed, outOfRangeConfirmed }: ReadingInput): AskCode[] =>
  outOfRangeConfirmed ? [...new Set<AskCode>([...confirmed, 'outOfRange', 'belowZero'])] : confirmed

/** Why a reading cannot be stored as it is; `null` when it can. The rule is the one of every other door. */
export async function misfit(
  input: ReadingInput,
  point: Point | undefined,
  job: JobAtHand,
  instruments: () => Promise<readonly Instrument[]>,
): Promise<{ message: string; asks?: readonly AskCode[] } | null> {
  const slot = point?.slots.find(({ id }) => id === input.slot)
  if (!point || !slot) return { message: 'This point is not in the plan any more.' }
  if (input.supersedes !== null && input.valueWord === WITHDRAWN) return null
  const instrument =
    input.instrumentId === null
      ? null
      : ((await instruments()).find(({ id }) => id === input.instrumentId) ?? 'stranger')
  if (instrument === 'stranger') return { message: 'The instrument is not one of this crew’s.' }
  const offered = offeredOf(input, slot)
  if (!offered) return { message: refusalWords({ code: 'wantsNumberOrWord' }, slot) }
  const answer = afterConfirming(
    readEntry(slot, offered, { instrument, heldBy: await job.heldBy(point) }),
    confirmedOf(input),
  )
  switch (answer.kind) {
    case 'ready':
      return null
    case 'refused':
      return { message: refusalWords(answer.why, slot) }
    case 'ask':
      return {
        message: `${answer.asks.map(askWords).join(' ')} Confirm it, or correct it.`,
        asks: answer.asks.map(({ code }) => code),
      }
  }
}
