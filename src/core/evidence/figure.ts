import type { Instrument, InstrumentFunction, Measured } from '../installation/installation'
import { errorBand, type InstrumentAccuracy } from '../quantity/accuracy'
import { formatQuantity } from '../quantity/formatQuantity'
import { atLeast, atMost } from '../quantity/tolerance'
import type { Unit } from '../quantity/units'
import type { Verdict } from '../rules/verdict'
import type { Reading } from './reading'

/** Which way a reading is open: `above` for “more than”, `below` for “less than”, `null` for a figure as it stands. */
export type ReadingBound = 'above' | 'below' | null

/** A limit as a judgement quotes it: never a number without where it comes from. A pack's limit is one. */
export interface QuotedLimit {
  value: number
  basis: string
}

/** What a figure is held against. */
export interface FigureLimits {
  unit: Unit
  least?: QuotedLimit | null
  most?: QuotedLimit | null
  /** Below zero is a figure like any other here. Elsewhere it is no reading: nothing below zero can be. */
  signed?: boolean
}

/** What became of one figure. Codes and facts; words are added by who shows it. */
export interface FigureJudged {
  verdict: Verdict
  reason: 'missing' | 'impossible' | 'inside' | 'outside' | 'instrumentBand' | 'boundUndecided'
}

/** The side on which a reading is open, from its own detail. */
export function boundOf({ detail }: Pick<Reading, 'detail'>): ReadingBound {
  return detail?.bound === 'above' || detail?.bound === 'below' ? detail.bound : null
}

/**
 * Holds one figure against its limits: the value, which way it is open, and the instrument's accuracy in the range it was read in.
 * Both limits are included. Every judgement of a single figure goes through here.
 *
 * @returns `open` for a missing figure, for one below zero where nothing below zero can be, and for “more than” or “less than” a figure
 * that leaves both answers possible; `stop` outside a limit; `watch` where the instrument's band crosses one; else `proven`
 * @example
 * judgeFigure({ value: 200, bound: 'above' }, { unit: 'MΩ', least: { value: 1, basis: 'W-4' } }, null) // => { verdict: 'proven', reason: 'inside' }
 */
export function judgeFigure(
  figure: { value: number; bound: ReadingBound } | null,
  { least, most, signed = false }: FigureLimits,
  accuracy: InstrumentAccuracy | null,
): FigureJudged {
  if (figure === null || Number.isNaN(figure.value)) return { verdict: 'open', reason: 'missing' }
  const { value, bound } = figure
  if (value < 0 && !signed) return { verdict: 'open', reason: 'impossible' }
  const min = least?.value ?? -Infinity
  const max = most?.value ?? Infinity
  const half = errorBand(value, accuracy)
  if (bound !== null) {
    // everything the true value can be: from the figure on, or up to it
    const low = bound === 'above' ? value : signed ? -Infinity : 0
    const high = bound === 'above' ? Infinity : value
    if (low > max || high < min) return { verdict: 'stop', reason: 'outside' }
    return atLeast(low, min) && atMost(high, max)
      ? { verdict: 'proven', reason: 'inside' }
      : { verdict: 'open', reason: 'boundUndecided' }
  }
  if (!atMost(value, max) || !atLeast(value, min)) return { verdict: 'stop', reason: 'outside' }
  return atMost(value + half, max) && atLeast(value - half, min)
    ? { verdict: 'proven', reason: 'inside' }
    : { verdict: 'watch', reason: 'instrumentBand' }
}

/**
 * The function of an instrument that a value was read with: the narrowest range that holds it.
 *
 * @returns `null` where the instrument does not measure the quantity, or none of its ranges reaches the value
 */
export function functionInRange(
  instrument: Instrument | null | undefined,
  measures: Measured | null,
  value: number,
): InstrumentFunction | null {
  if (!instrument || measures === null) return null
  const able = instrument.functions.filter((fn) => fn.measures === measures && value >= fn.min && value <= fn.max)
  return able.sort((a, b) => a.max - a.min - (b.max - b.min))[0] ?? null
}

/** From the lowest to the highest that an instrument reads of a quantity, over all its ranges; `null` where it measures it not at all. */
export function wholeRange(
  instrument: Instrument | null | undefined,
  measures: Measured | null,
): { min: number; max: number; unit: Unit } | null {
  const able = instrument && measures !== null ? instrument.functions.filter((fn) => fn.measures === measures) : []
  const [first] = able
  if (!first) return null
  return {
    min: Math.min(...able.map(({ min }) => min)),
    max: Math.max(...able.map(({ max }) => max)),
    unit: first.unit,
  }
}

/** A figure with the sign that says which way it is open: “> 200 MΩ”. */
export function figureText(value: number, unit: Unit, bound: ReadingBound = null, digits = 4): string {
  const sign = bound === 'above' ? '>\u00a0' : bound === 'below' ? '<\u00a0' : ''
  return `${sign}${formatQuantity(value, unit, digits)}`
}

/** What keeps a limit in words: “≥ 1 MΩ”, “≥ 4 Nm and ≤ 5 Nm”; `null` where there is none. */
export function limitText({ least, most, unit }: FigureLimits): string | null {
  const parts = [
    least && `≥ ${formatQuantity(least.value, unit, 4)}`,
    most && `≤ ${formatQuantity(most.value, unit, 4)}`,
  ].filter(Boolean)
  return parts.length > 0 ? parts.join(' and ') : null
}
