import type { Instrument } from '../installation/installation'
import type { InstrumentAccuracy } from '../quantity/accuracy'
import { formatQuantity } from '../quantity/formatQuantity'
import type { Verdict } from '../rules/verdict'
import { boundOf, boundSign, figureText, functionInRange } from './figure'
import { daysAnywhere, daysOfInstant } from '../time/daysOfInstant'
import { instrumentAsOf, whyUncertified } from './instrumentThen'
import { type ReadingBound } from '../rules/judgeFigure'
import type { EvidenceContext, Point, Slot } from './point'
import { type Reading, latestBySlot, madeAt } from './reading'

/** The readings of one point as a rule wants them: numbers, words and the accuracy behind each. */
export interface SlotReadings {
  reading: (slot: string) => Reading | undefined
  /** The instrument that a slot was read with, as it was then. */
  instrument: (slot: string) => Instrument | undefined
  /** The figure as it stands; `null` where there is none, where it is “more than” or “less than”, or where it cannot be. */
  number: (slot: string) => number | null
  /** The figure with the side it is open to, impossible ones too: for `judgeFigure`. */
  figure: (slot: string) => { value: number; bound: ReadingBound } | null
  word: (slot: string) => string | null
  /** What the instrument's maker states for the range the value was read in. */
  accuracy: (slot: string) => InstrumentAccuracy | null
  /** Why the weakest instrument behind the point makes weak evidence; `null` where all have a certificate that was valid on the day. */
  weakInstrument: string | null
  any: boolean
}

const slotOf = (point: Point, id: string) => point.slots.find((slot) => slot.id === id)
const isImpossible = (value: number, slot: Slot | undefined) =>
  value < 0 && slot?.input.kind === 'quantity' && !slot.input.signed

/** Whether an instrument stands behind what a slot takes. */
const measuredBy = (slot: Slot | undefined) => slot?.input.kind === 'quantity' && slot.input.measures !== null

/**
 * Why a reading is weak evidence: by its instrument's certificate on the day it was read, by the house's clock. Where its zone is not known, a certificate
 * has to hold on every day that it may have been.
 */
function weaknessOf(reading: Reading, instrument: Instrument | undefined, timeZone: string | null): string | null {
  if (!instrument) return 'it is not said with which instrument it was read'
  const atMs = Date.parse(madeAt(reading))
  const whyOn = (days: readonly string[]) => days.map((day) => whyUncertified(instrument, day))
  // nearly always the certificate holds, whatever the zone
  const anywhere = whyOn(daysAnywhere(atMs))
  if (anywhere.length === 0) return 'it is not known when it was read'
  if (anywhere.every((why) => why === null)) return null
  const there = whyOn(daysOfInstant(atMs, timeZone))
  const why = there.find((one) => one !== null) ?? null
  return why !== null && there.includes(null)
    ? `the house has no time zone on record, and by the clocks of some ${why}`
    : why
}

/** By the context itself: it is never changed, only made anew. */
const bySlots = new WeakMap<EvidenceContext, Map<Point, SlotReadings>>()

/** The latest standing reading of each slot of a point; whichever judge asks, they are collected once. */
export function slotReadings(point: Point, context: EvidenceContext): SlotReadings {
  const known = bySlots.get(context) ?? new Map<Point, SlotReadings>()
  bySlots.set(context, known)
  const slots = known.get(point) ?? collected(point, context)
  known.set(point, slots)
  return slots
}

function collected(point: Point, context: EvidenceContext): SlotReadings {
  const latest = latestBySlot(context.readings, point.key)
  const instrumentOf = (slot: string): Instrument | undefined => {
    const reading = latest.get(slot)
    const instrument = reading && context.instruments.find(({ id }) => id === reading.instrumentId)
    return instrument && instrumentAsOf(instrument, madeAt(reading))
  }
  const weakness = [...latest.values()]
    .filter(({ slot, valueNumber }) => valueNumber !== null && measuredBy(slotOf(point, slot)))
    .map((reading) => weaknessOf(reading, instrumentOf(reading.slot), context.installation.site.timeZone))
    .find((found) => found !== null)
  const figure: SlotReadings['figure'] = (slot) => {
    const reading = latest.get(slot)
    return reading?.valueNumber == null ? null : { value: reading.valueNumber, bound: boundOf(reading) }
  }
  return {
    reading: (slot) => latest.get(slot),
    instrument: instrumentOf,
    figure,
    number: (slot) => {
      const read = figure(slot)
      return read === null || read.bound !== null || isImpossible(read.value, slotOf(point, slot)) ? null : read.value
    },
    word: (slot) => latest.get(slot)?.valueWord ?? null,
    accuracy: (slot) => {
      const input = slotOf(point, slot)?.input
      const value = latest.get(slot)?.valueNumber
      if (input?.kind !== 'quantity' || value == null) return null
      return functionInRange(instrumentOf(slot), input.measures, value)?.accuracy ?? null
    },
    weakInstrument: weakness ?? null,
    any: latest.size > 0,
  }
}

/** Figures of a point that count for nothing as they stand, each in a sentence of its own. */
export function unusableFigures(point: Point, context: EvidenceContext): string[] {
  const slots = slotReadings(point, context)
  return point.slots.flatMap(({ id, label, input }) => {
    const read = slots.figure(id)
    if (read === null || input.kind !== 'quantity') return []
    const text = figureText(read.value, input.unit, read.bound)
    if (isImpossible(read.value, slotOf(point, id))) return [`${label}: ${text} cannot be, so it counts for nothing.`]
    return read.bound === null ? [] : [`${label}: ${text} is no figure to reckon with.`]
  })
}

/** Evidence from an instrument without a valid certificate on the day, or from none that is named, is weak: Proven becomes Watch, and the reason says so. */
export function afterCalibration<T extends { verdict: Verdict; why: string }>(judgement: T, slots: SlotReadings): T {
  if (slots.weakInstrument === null || judgement.verdict !== 'proven') return judgement
  return { ...judgement, verdict: 'watch', why: `${judgement.why} Watch, because ${slots.weakInstrument}.` }
}

/** A reading as the crew wrote it, with its unit and the side it is open to. */
export function readingText(
  reading: Pick<Reading, 'valueNumber' | 'valueWord' | 'digits' | 'unit'> & Partial<Pick<Reading, 'detail'>>,
): string {
  if (reading.valueWord !== null) return reading.valueWord
  if (reading.valueNumber === null) return '–'
  const sign = boundSign(boundOf({ detail: reading.detail ?? null }))
  const typed = reading.digits !== null && Number(reading.digits) === reading.valueNumber
  const figure = typed
    ? `${reading.digits}${reading.unit ? (reading.unit === '°' ? '' : '\u00a0') : ''}${reading.unit}`
    : formatQuantity(reading.valueNumber, reading.unit, 5)
  return sign + figure
}
