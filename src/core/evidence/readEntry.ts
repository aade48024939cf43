import type { Instrument } from '../installation/installation'
import { type QuantityFault, parseQuantity } from '../quantity/parseQuantity'
import type { Unit } from '../quantity/units'
import { functionInRange, wholeRange } from './figure'
import { type ReadingBound } from '../rules/judgeFigure'
import type { HoldStep, HoldStepId } from './holdSteps'
import type { Slot, SlotInput } from './point'

/** A value ready to be stored on a slot. */
export interface EnteredValue {
  valueNumber: number | null
  valueWord: string | null
  digits: string | null
  unit: Unit
  bound: ReadingBound
}

/** What somebody or something offers for a slot: a text as typed, one of its words, a figure that was read, or what a file holds. */
export type Offered =
  | { kind: 'typed'; text: string }
  | { kind: 'word'; word: string }
  | { kind: 'figure'; value: number; unit: Unit; digits?: string | null; bound?: ReadingBound }
  | { kind: 'file'; value: number | null; word: string | null; unit: Unit }

/** Why a person is asked before a value is stored as it stands. */
export type Ask =
  | { code: 'outOfRange'; instrument: string; min: number; max: number; unit: Unit; value: number; said: string | null }
  | { code: 'belowZero'; value: number; unit: Unit }
  | { code: 'implausible'; value: number; min: number; max: number; unit: Unit }
  | { code: 'stepHeld'; step: HoldStepId; label: string }
export const ASK_CODES = ['outOfRange', 'belowZero', 'implausible', 'stepHeld'] as const satisfies Ask['code'][]
export type AskCode = (typeof ASK_CODES)[number]

/** Why a value is not stored at all. */
export type Refusal =
  | { code: 'noSuchWord'; said: string; words: readonly string[] }
  | { code: 'noWordHere'; said: string }
  | { code: 'tooLong'; most: number }
  | { code: 'characters' }
  | { code: 'blank' }
  | { code: 'wrongUnit'; unit: Unit; wanted: Unit }
  | { code: 'notFinite' }
  | { code: 'otherDigits'; digits: string; value: number }
  | { code: 'boundWithoutInstrument' }
  | { code: 'overRangeOfWhat' }
  | { code: 'wantsFile' }
  | { code: 'wantsNoFile' }
  | { code: 'wantsNumberOrWord' }
  | { code: 'noQuantity'; fault: QuantityFault }

export type EntryAnswer =
  | { kind: 'ready'; value: EnteredValue }
  | { kind: 'ask'; value: EnteredValue; asks: readonly Ask[] }
  | { kind: 'refused'; why: Refusal }

/** What stands around an entry: the instrument it is read with, and the live step that is still held, if its point waits for one. */
export interface EntryCircumstances {
  instrument: Instrument | null
  heldBy: HoldStep | null
}

const refused = (why: Refusal): EntryAnswer => ({ kind: 'refused', why })
const TEXT = /^[\p{L}\p{N}][\p{L}\p{N} ._/+-]*$/u
/** A sentence: anything that can be seen. */
const PROSE = /^[^\p{C}]+$/u
const asWord = (valueWord: string): EnteredValue => ({
  valueNumber: null,
  valueWord,
  digits: null,
  unit: '',
  bound: null,
})

/** The slot's own word for what was typed: the word itself, or one of the ways to type it. */
export function wordIn(words: Readonly<Record<string, readonly string[]>>, typed: string): string | null {
  const text = typed.toLowerCase()
  const found = Object.entries(words).find(([word, ways]) => word.toLowerCase() === text || ways.includes(text))
  return found?.[0] ?? null
}

/**
 * Decides for every door alike (quick line, buttons, forms, corrections, devices, server) whether a value may be stored on a slot:
 * it is ready, a person has to be asked first, or it is refused. Nothing is guessed.
 *
 * @example
 * readEntry(voltageSlot, { kind: 'typed', text: '231' }, { instrument: null, heldBy: null })
 * // => { kind: 'ready', value: { valueNumber: 231, valueWord: null, digits: '231', unit: 'V', bound: null } }
 */
export function readEntry(slot: Slot, offered: Offered, circumstances: EntryCircumstances): EntryAnswer {
  const read = valueOf(slot.input, offered, circumstances)
  if ('code' in read) return refused(read)
  const asks = asksOf(slot.input, read, circumstances, offered)
  return asks.length === 0 ? { kind: 'ready', value: read } : { kind: 'ask', value: read, asks }
}

/** An answer after a person has confirmed some of what was asked: what is left to ask, or ready. */
export function afterConfirming(answer: EntryAnswer, confirmed: readonly AskCode[]): EntryAnswer {
  if (answer.kind !== 'ask') return answer
  const asks = answer.asks.filter(({ code }) => !confirmed.includes(code))
  return asks.length === 0 ? { kind: 'ready', value: answer.value } : { ...answer, asks }
}

function valueOf(input: SlotInput, offered: Offered, { instrument }: EntryCircumstances): EnteredValue | Refusal {
  if (offered.kind === 'file') {
    if (input.kind !== 'attached') return { code: 'wantsNoFile' }
    return { ...asWord(offered.word ?? ''), valueNumber: offered.value, valueWord: offered.word, unit: offered.unit }
  }
  switch (input.kind) {
    case 'attached':
      return { code: 'wantsFile' }
    case 'word':
      return wordValue(input, offered)
    case 'text':
      return textValue(input, offered)
    case 'quantity':
      return offered.kind === 'figure' ? figureValue(input, offered) : typedQuantity(input, offered, instrument)
  }
}

type TypedOrWord = Exclude<Offered, { kind: 'file' | 'figure' }>
const saidIn = (offered: TypedOrWord): string => (offered.kind === 'word' ? offered.word : offered.text.trim())

function wordValue(
  { words, earlier }: Extract<SlotInput, { kind: 'word' }>,
  offered: Exclude<Offered, { kind: 'file' }>,
): EnteredValue | Refusal {
  const known = Object.keys(words)
  if (offered.kind === 'figure') return { code: 'noSuchWord', said: String(offered.value), words: known }
  const said = saidIn(offered)
  // a button and the server offer the word itself; only what is typed may be one of the ways to type it
  const offers = Object.hasOwn(words, said) || (earlier?.test(said) ?? false)
  const found = offered.kind === 'word' ? (offers ? said : null) : wordIn(words, said)
  return found === null ? { code: 'noSuchWord', said, words: known } : asWord(found)
}

function textValue(
  { maxLength: most, prose }: Extract<SlotInput, { kind: 'text' }>,
  offered: Exclude<Offered, { kind: 'file' }>,
): EnteredValue | Refusal {
  if (offered.kind === 'figure') return { code: 'characters' }
  const text = saidIn(offered)
  if (text === '') return { code: 'blank' }
  if (text.length > most) return { code: 'tooLong', most }
  return (prose ? PROSE : TEXT).test(text) ? asWord(text) : { code: 'characters' }
}

type QuantityInput = Extract<SlotInput, { kind: 'quantity' }>

/** Taken apart: which side a written figure is open to, and the figure itself. `>200 MΩ`, `< 0.05`, `999+`. */
function boundIn(text: string): { bound: ReadingBound; figure: string } {
  const [, sign, behind = ''] = /^([<>≤≥])\s*(.*)$/u.exec(text) ?? []
  if (sign !== undefined) return { bound: sign === '>' || sign === '≥' ? 'above' : 'below', figure: behind }
  const [, before] = /^([\d.,]+)\s*\+$/u.exec(text) ?? []
  return before === undefined ? { bound: null, figure: text } : { bound: 'above', figure: before }
}
/** A number as a person writes it; an empty text, `0x1f` and `1e3` are numbers to a machine alone. */
const WRITTEN = /^[+-]?(\d+\.?\d*|\.\d+)$/

/** What instruments show where a figure is beyond their range. */
const OVER_RANGE = /^>?\s*(ol|o\.l\.?|over|overrange|over-range)$/i

function typedQuantity(
  input: QuantityInput,
  offered: TypedOrWord,
  instrument: Instrument | null,
): EnteredValue | Refusal {
  const said = saidIn(offered)
  const word = input.alsoWords ? wordIn(input.alsoWords, said) : null
  if (word !== null) return asWord(word)
  if (offered.kind === 'word') return { code: 'noWordHere', said }
  if (OVER_RANGE.test(said)) {
    const range = wholeRange(instrument, input.measures)
    return range === null
      ? { code: 'overRangeOfWhat' }
      : figureValue(input, { kind: 'figure', value: range.max, unit: input.unit, bound: 'above' })
  }
  const { bound, figure } = boundIn(said)
  const parsed = parseQuantity(figure, input.unit)
  if (!parsed.ok) return { code: 'noQuantity', fault: parsed.error }
  const { value, digits } = parsed.value
  return figureValue(input, {
    kind: 'figure',
    value,
    unit: input.unit,
    digits: Number(digits) === value ? digits : null,
    bound,
  })
}

function figureValue(
  input: QuantityInput,
  { value, unit, digits = null, bound = null }: Extract<Offered, { kind: 'figure' }>,
): EnteredValue | Refusal {
  if (!Number.isFinite(value)) return { code: 'notFinite' }
  if (unit !== input.unit) return { code: 'wrongUnit', unit, wanted: input.unit }
  if (digits !== null && !(WRITTEN.test(digits) && Number(digits) === value))
    return { code: 'otherDigits', digits, value }
  if (bound !== null && input.measures === null) return { code: 'boundWithoutInstrument' }
  return { valueNumber: value, valueWord: null, digits, unit, bound }
}

function asksOf(
  input: SlotInput,
  { valueNumber, bound }: EnteredValue,
  { instrument, heldBy }: EntryCircumstances,
  offered: Offered,
) {
  const asks: Ask[] = []
  if (input.kind === 'quantity' && valueNumber !== null) {
    const range = wholeRange(instrument, input.measures)
    // “more than” and “less than” are what an instrument says at the end of its range
    if (instrument && range && bound === null && functionInRange(instrument, input.measures, valueNumber) === null)
      asks.push({
        code: 'outOfRange',
        instrument: instrument.tag,
        ...range,
        value: valueNumber,
        said: offered.kind === 'typed' ? offered.text.trim() : null,
      })
    if (valueNumber < 0 && !input.signed) asks.push({ code: 'belowZero', value: valueNumber, unit: input.unit })
    else if (input.usual && (valueNumber < input.usual.min || valueNumber > input.usual.max))
      asks.push({ code: 'implausible', value: valueNumber, ...input.usual, unit: input.unit })
  }
  if (heldBy) asks.push({ code: 'stepHeld', step: heldBy.id, label: heldBy.label })
  return asks
}
