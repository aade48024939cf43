import { formatQuantity } from '../quantity/formatQuantity'
import type { InstrumentAccuracy } from '../quantity/accuracy'
import type { Verdict } from '../rules/verdict'
import type { EvidenceContext, Point } from './point'
import { type Reading, latestBySlot } from './reading'

/** The readings of one point as a rule wants them: numbers, words and the accuracy behind each. */
export interface SlotReadings {
  reading: (slot: string) => Reading | undefined
  number: (slot: string) => number | null
  word: (slot: string) => string | null
  accuracy: (slot: string) => InstrumentAccuracy | null
  /** Whether any reading of the point rests on an instrument whose calibration has run out. */
  calibrationLapsed: string | null
  any: boolean
}

/** Collects the latest standing reading of each slot of a point. */
export function slotReadings(point: Point, context: EvidenceContext): SlotReadings {
  const latest = latestBySlot(context.readings, point.key)
  const instrumentOf = (slot: string) => context.instruments.find(({ id }) => id === latest.get(slot)?.instrumentId)
  const lapsed = [...latest.values()]
    .map(({ slot }) => instrumentOf(slot))
    .find((instrument) => instrument && instrument.calibrationDue !== null && instrument.calibrationDue < context.today)
  return {
    reading: (slot) => latest.get(slot),
    number: (slot) => latest.get(slot)?.valueNumber ?? null,
    word: (slot) => latest.get(slot)?.valueWord ?? null,
    accuracy: (slot) => {
      const input = point.slots.find(({ id }) => id === slot)?.input
      const measures = input?.kind === 'quantity' ? input.measures : null
      return instrumentOf(slot)?.functions.find((fn) => fn.measures === measures)?.accuracy ?? null
    },
    calibrationLapsed: lapsed ? `${lapsed.tag} was due for calibration on ${lapsed.calibrationDue}` : null,
    any: latest.size > 0,
  }
}

/** Evidence from an instrument past its calibration is weak: Proven becomes Watch, and the reason says so. */
export function afterCalibration<T extends { verdict: Verdict; why: string }>(judgement: T, slots: SlotReadings): T {
  if (slots.calibrationLapsed === null || judgement.verdict !== 'proven') return judgement
  return { ...judgement, verdict: 'watch', why: `${judgement.why} Watch, because ${slots.calibrationLapsed}.` }
}

/** A reading as the crew wrote it, with its unit. */
export function readingText(reading: Pick<Reading, 'valueNumber' | 'valueWord' | 'digits' | 'unit'>): string {
  if (reading.valueWord !== null) return reading.valueWord
  if (reading.valueNumber === null) return '–'
  const typed = reading.digits !== null && Number(reading.digits) === reading.valueNumber
  return typed
    ? `${reading.digits}${reading.unit ? (reading.unit === '°' ? '' : '\u00a0') : ''}${reading.unit}`
    : formatQuantity(reading.valueNumber, reading.unit, 5)
}
