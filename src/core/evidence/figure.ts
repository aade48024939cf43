import type { Instrument, InstrumentFunction, Measured } from '../installation/installation'
import { formatQuantity } from '../quantity/formatQuantity'
import type { Unit } from '../quantity/units'
import type { FigureLimits, ReadingBound } from '../rules/judgeFigure'
import type { Reading } from './reading'

/** The side on which a reading is open, from its own detail. */
export function boundOf({ detail }: Pick<Reading, 'detail'>): ReadingBound {
  return detail?.bound === 'above' || detail?.bound === 'below' ? detail.bound : null
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

const BOUND_SIGNS = { above: '>\u00a0', below: '<\u00a0' } as const

/** The sign before a figure that says which way it is open; empty for one that stands as it is. */
export const boundSign = (bound: ReadingBound): string => (bound === null ? '' : BOUND_SIGNS[bound])

/** A figure with the sign that says which way it is open: “> 200 MΩ”. */
export function figureText(value: number, unit: Unit, bound: ReadingBound = null, digits = 4): string {
  return `${boundSign(bound)}${formatQuantity(value, unit, digits)}`
}

/** What keeps a limit in words: “≥ 1 MΩ”, “≥ 4 Nm and ≤ 5 Nm”; `null` where there is none. */
export function limitText({ least, most, unit }: FigureLimits): string | null {
  const parts = [
    least && `≥ ${formatQuantity(least.value, unit, 4)}`,
    most && `≤ ${formatQuantity(most.value, unit, 4)}`,
  ].filter(Boolean)
  return parts.length > 0 ? parts.join(' and ') : null
}
