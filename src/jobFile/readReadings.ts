import { detailOf } from '@/commands/recordReadings'
import { askWords, refusalWords } from '@/core/evidence/entryWords'
import type { Point } from '@/core/evidence/point'
import { type QuickLineState, readQuickLine } from '@/core/evidence/quickLine'
import { afterConfirming } from '@/core/evidence/readEntry'
import type { Reading } from '@/core/evidence/reading'
import type { Instrument } from '@/core/installation/installation'
import { type Offered, readEntry } from '@/core/evidence/readEntry'
import { WITHDRAWN } from '@/core/evidence/reading'
import type { FieldIssue } from '@/core/result'
import type { Unit } from '@/core/quantity/units'
import type { JobFile } from './jobFileSchema'

type FileReading = NonNullable<JobFile['readings']>[number]

/** What the readings of a file are read with. */
export interface ReadingContext {
  jobId: string
  points: readonly Point[]
  instruments: readonly Instrument[]
  /** A time of the file as an instant. */
  instantOf: (at: string) => string
  issues: FieldIssue[]
}

const byPoint = (reading: FileReading): reading is FileReading & { point: string; slot: string } =>
  reading.point !== undefined && reading.slot !== undefined

/** The readings of a file: each by the same rule of entry as everywhere, whether it stands as a line or taken apart. */
export function readingsOfFile(list: readonly FileReading[], context: ReadingContext): Reading[] {
  return list.flatMap((reading, k) => {
    const path = `readings[${k}]`
    const entered = byPoint(reading) ? taken(reading, path, context) : typed(reading, path, context)
    return entered === null ? [] : [{ ...common(reading, k, context), ...entered }]
  })
}

function common(reading: FileReading, k: number, { jobId, instantOf }: ReadingContext) {
  return {
    id: reading.id ?? `reading-${String(k).padStart(5, '0')}`,
    jobId,
    recordedBy: reading.byId ?? reading.by,
    recordedByName: reading.by,
    recordedAt: instantOf(reading.at),
    receivedAt: reading.receivedAt,
    supersedes: reading.supersedes,
    supersedeReason: reading.supersedeReason,
    shownVerdict: reading.shownVerdict,
  }
}

type Entered = Pick<
  Reading,
  'pointKey' | 'slot' | 'valueNumber' | 'valueWord' | 'digits' | 'unit' | 'detail' | 'instrumentId'
>

const instrumentOf = ({ with: tool }: FileReading, { instruments }: ReadingContext): Instrument | null =>
  tool === undefined ? null : (instruments.find(({ tag, id }) => tag === tool || id === tool) ?? null)

/** A reading as a line of the quick line. */
function typed(reading: FileReading, path: string, context: ReadingContext): Entered | null {
  const refuse = (message: string): null => {
    context.issues.push({ path: reading.line === undefined ? path : `${path}.line`, message })
    return null
  }
  if (reading.line === undefined) return refuse('A reading is a line, or a point and a slot with a value.')
  const inHand = instrumentOf(reading, context)
  if (reading.with !== undefined && inHand === null) return refuse(`There is no instrument “${reading.with}”.`)
  const state = readQuickLine(reading.line, { points: context.points, mode: 'grid', instrumentFor: () => inHand })
  const answer = afterAsking(state, reading)
  if (answer.kind === 'refused') return refuse(answer.message)
  const { target, value } = answer
  const { bound, ...entered } = value
  return {
    pointKey: target.point.key,
    slot: target.slot.id,
    ...entered,
    detail: detailOf({ bound, confirmed: reading.confirmed, source: 'typed' }),
    instrumentId: entered.valueNumber === null ? null : (inHand?.id ?? null),
  }
}

type Line = Extract<QuickLineState, { kind: 'ready' }> | { kind: 'refused'; message: string }

function afterAsking(state: QuickLineState, { confirmed }: FileReading): Line {
  switch (state.kind) {
    case 'empty':
      return { kind: 'refused', message: 'The line is empty.' }
    case 'incomplete':
      return { kind: 'refused', message: `The line is not complete. ${state.hint}` }
    case 'error':
      return { kind: 'refused', message: state.message }
    case 'ready':
      return state
    case 'ask': {
      const answer = afterConfirming(state, confirmed)
      if (answer.kind === 'ready') return { ...state, kind: 'ready' }
      return { kind: 'refused', message: `${state.asks.map(askWords).join(' ')} Confirm it under “confirmed”.` }
    }
  }
}

/** A reading taken apart, as an export writes it: evidence on record, whatever the plan has become since. */
function taken(
  reading: FileReading & { point: string; slot: string },
  path: string,
  context: ReadingContext,
): Entered | null {
  const slot = context.points.find(({ key }) => key === reading.point)?.slots.find(({ id }) => id === reading.slot)
  const unit = reading.unit ?? (slot?.input.kind === 'quantity' ? slot.input.unit : '')
  const instrument = instrumentOf(reading, context)
  const offered = offeredOf(reading, unit)
  if (slot && slot.input.kind !== 'attached' && reading.word !== WITHDRAWN) {
    if (offered === null) {
      context.issues.push({ path, message: refusalWords({ code: 'wantsNumberOrWord' }, slot) })
      return null
    }
    const own =
      slot.input.kind === 'text' && offered.kind === 'word' ? { kind: 'typed' as const, text: offered.word } : offered
    const answer = afterConfirming(readEntry(slot, own, { instrument, heldBy: null }), reading.confirmed)
    if (answer.kind !== 'ready') {
      const message =
        answer.kind === 'refused'
          ? refusalWords(answer.why, slot)
          : `${answer.asks.map(askWords).join(' ')} Confirm it under “confirmed”.`
      context.issues.push({ path, message })
      return null
    }
  }
  const facts = detailOf({ bound: reading.bound, confirmed: reading.confirmed, source: 'typed' })
  return {
    pointKey: reading.point,
    slot: reading.slot,
    valueNumber: reading.number,
    valueWord: reading.word,
    digits: reading.digits,
    unit,
    detail: reading.detail === null && facts === null ? null : { ...reading.detail, ...facts },
    instrumentId: instrument?.id ?? null,
  }
}

function offeredOf(
  { number, word, digits, bound }: FileReading,
  unit: Unit,
): Exclude<Offered, { kind: 'file' }> | null {
  if ((number === null) === (word === null)) return null
  return number === null ? { kind: 'word', word: word ?? '' } : { kind: 'figure', value: number, unit, digits, bound }
}
