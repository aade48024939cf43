import { RECORDING_SLOT } from '@/core/evidence/families/outageGap'
import { settingOfPoint } from '@/core/evidence/families/settingLeft'
import { isOnOff, settingText } from '@/core/settings/settingText'
import type { Point } from '@/core/evidence/point'
import { type Reading, WITHDRAWN } from '@/core/evidence/reading'
import { readingText } from '@/core/evidence/slotReadings'
import { formatDuration } from '@/core/quantity/formatQuantity'

/** A reading's value as the ledger shows it: the typed digits, a gap as a duration, an entry taken back in words. */
export function valueText(
  reading: Pick<Reading, 'valueNumber' | 'valueWord' | 'digits' | 'unit' | 'slot'> &
    Partial<Pick<Reading, 'detail' | 'pointKey'>>,
): string {
  if (reading.valueWord === WITHDRAWN) return 'taken back'
  if (reading.slot === RECORDING_SLOT && reading.valueNumber !== null) return formatDuration(reading.valueNumber)
  const setting = settingOfPoint(reading.pointKey ?? '')
  return setting !== null && isOnOff(setting) && reading.valueNumber !== null
    ? settingText(setting, reading.valueNumber, reading.unit)
    : readingText(reading)
}

/** What a slot is called, with the odd one that left the plan named by its id. */
export const slotLabel = (point: Point | undefined, slot: string): string =>
  point?.slots.find(({ id }) => id === slot)?.label ?? slot
