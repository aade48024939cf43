import type { Point } from '@/core/evidence/point'
import { type Reading, WITHDRAWN } from '@/core/evidence/reading'
import { formatDuration, formatQuantity } from '@/core/quantity/formatQuantity'

/** A reading's value as it was made: the digits that were typed, not a rounding of them. */
export function valueText(reading: Pick<Reading, 'valueNumber' | 'valueWord' | 'digits' | 'unit' | 'slot'>): string {
  if (reading.valueWord === WITHDRAWN) return 'taken back'
  if (reading.valueWord !== null) return reading.valueWord
  if (reading.valueNumber === null) return '–'
  if (reading.digits !== null) return `${reading.digits.replace('-', '−')}${reading.unit ? `\u00a0${reading.unit}` : ''}`
  return reading.unit === 'ms' && reading.slot === 'recording' ? formatDuration(reading.valueNumber) : formatQuantity(reading.valueNumber, reading.unit)
}

/** What a slot is called, with the odd one that left the plan named by its id. */
export const slotLabel = (point: Point | undefined, slot: string): string => point?.slots.find(({ id }) => id === slot)?.label ?? slot
