import { useCallback, useMemo } from 'react'
import { inputOfReading } from '@/commands/recordReadings'
import { refusalWords } from '@/core/evidence/entryWords'
import { type JobRecord, judgeWith } from '@/core/evidence/judge'
import { heldBy } from '@/core/evidence/next'
import type { Bench } from '@/core/evidence/bench'
import type { Judgement } from '@/core/evidence/point'
import type { Target } from '@/core/evidence/quickLine'
import {
  type Ask,
  type AskCode,
  type EnteredValue,
  type Offered,
  afterConfirming,
  readEntry,
} from '@/core/evidence/readEntry'
import type { Reading } from '@/core/evidence/reading'
import type { Keep } from './useCarryOut'
import { type EntryFacts, type Hand, makeReading, withdrawalOf } from './makeReading'

/** What became of an entry: stored with its verdict, asked about, or refused in words. */
export type Entered =
  | { kind: 'stored'; judgement: Judgement; confirmed: readonly AskCode[] }
  | { kind: 'ask'; asks: readonly Ask[] }
  | { kind: 'refused'; message: string }

export interface Entries {
  /** Stores what is offered for a slot, if the one rule of entry lets it: every door of the bench ends here. */
  enter: (target: Target, offered: Offered, facts?: EntryFacts) => Promise<Entered>
  /** The verdict there would be, before anything is stored. */
  preview: (target: Target, value: EnteredValue) => Judgement
  withdraw: (reading: Reading, reason: string) => Promise<void>
}

/** Entering readings: the core decides, the outbox keeps, and the verdict shown is the bench's own. */
export function useEntries(record: JobRecord, bench: Bench, hand: Hand, keep: Keep): Entries {
  const store = useCallback(
    async (reading: Reading): Promise<Judgement> => {
      const point = bench.points.find(({ key }) => key === reading.pointKey)
      const judgement = point
        ? judgeWith(record, point, reading)
        : ({ verdict: 'open', value: null, why: '', limit: null, basis: null, code: '' } as const)
      const shown = inputOfReading({ ...reading, shownVerdict: judgement.verdict })
      await keep('recordReadings', { readings: [shown] }, { id: reading.id, at: reading.recordedAt })
      return judgement
    },
    [record, bench.points, keep],
  )
  return useMemo(
    () => ({
      preview: (target, value) => judgeWith(record, target.point, makeReading(target, value, hand, new Date())),
      async enter(target, offered, facts = {}) {
        const { point, slot } = target
        const measures = slot.input.kind === 'quantity' ? slot.input.measures : null
        const circumstances = {
          instrument: hand.instrumentFor(measures),
          heldBy: heldBy(point, bench.holds)?.step ?? null,
        }
        const answer = afterConfirming(readEntry(slot, offered, circumstances), facts.confirmed ?? [])
        if (answer.kind === 'refused') return { kind: 'refused', message: refusalWords(answer.why, slot) }
        if (answer.kind === 'ask') return { kind: 'ask', asks: answer.asks }
        const reading = makeReading(target, answer.value, hand, new Date(), facts)
        return { kind: 'stored', judgement: await store(reading), confirmed: facts.confirmed ?? [] }
      },
      async withdraw(reading, reason) {
        await store(withdrawalOf(reading, reason, hand, new Date()))
      },
    }),
    [record, bench.holds, hand, store],
  )
}
