import { type InstrumentAccuracy, errorBand } from '../quantity/accuracy'
import { atLeast, atMost } from '../quantity/tolerance'
import type { Unit } from '../quantity/units'
import type { Verdict } from './verdict'

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
  reason: 'missing' | 'impossible' | 'noLimit' | 'inside' | 'outside' | 'instrumentBand' | 'boundUndecided'
}

/**
 * Holds one figure against its limits: the value, which way it is open, and the instrument's accuracy in the range it was read in.
 * Both limits are included. Every judgement of a single figure goes through here.
 *
 * @returns `open` for a missing figure, for one below zero where nothing below zero can be, and for “more than” or “less than” a figure
 * that leaves both answers possible; `stop` outside a limit; `watch` where the instrument's band crosses one, or where there is no limit
 * to say that the figure is right; else `proven`
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
  if (!least && !most) return { verdict: 'watch', reason: 'noLimit' }
  const min = least?.value ?? -Infinity
  const max = most?.value ?? Infinity
  const half = errorBand(value, accuracy)
  if (bound !== null) {
    // everything the true value can be: from the figure on, or up to it
    const low = bound === 'above' ? value : signed ? -Infinity : 0
    const high = bound === 'above' ? Infinity : value
    if (low > max || high < min) return { verdict: 'stop', reason: 'outside' }
    if (!atLeast(low, min) || !atMost(high, max)) return { verdict: 'open', reason: 'boundUndecided' }
    return atLeast(low - (bound === 'above' ? half : 0), min) && atMost(high + (bound === 'below' ? half : 0), max)
      ? { verdict: 'proven', reason: 'inside' }
      : { verdict: 'watch', reason: 'instrumentBand' }
  }
  if (!atMost(value, max) || !atLeast(value, min)) return { verdict: 'stop', reason: 'outside' }
  return atMost(value + half, max) && atLeast(value - half, min)
    ? { verdict: 'proven', reason: 'inside' }
    : { verdict: 'watch', reason: 'instrumentBand' }
}

/** The limits a figure must keep, either end open, where they are quoted elsewhere. */
export interface Band {
  min?: number
  max?: number
}

/**
 * `judgeFigure` for a figure that stands as it is, inside a calculation that quotes its own limits: both limits included, below zero a
 * figure like any other.
 *
 * @example
 * judgeBand(40, { max: 40 }) // => 'proven'
 */
export function judgeBand(
  value: number | null | undefined,
  { min, max }: Band,
  accuracy?: InstrumentAccuracy | null,
): Verdict {
  const quoted = (limit: number | undefined) => (limit === undefined ? null : { value: limit, basis: '' })
  const figure = value === null || value === undefined ? null : { value, bound: null }
  return judgeFigure(figure, { unit: '', least: quoted(min), most: quoted(max), signed: true }, accuracy ?? null)
    .verdict
}
