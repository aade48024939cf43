import { calibrationDue, whyUncertified } from '../evidence/instrumentThen'
import type { Instrument } from '../installation/installation'

/** From how many days before its end a certificate is called due soon. */
export const SOON_DAYS = 30
const DAY_MS = 86_400_000

export interface CalibrationState {
  state: 'valid' | 'soon' | 'lapsed' | 'none'
  /** ISO date of the end of the latest certificate. */
  dueOn: string | null
  /** Days from today to that end; below zero once it is over. */
  days: number | null
}

/**
 * Where an instrument stands with its certificates today.
 *
 * @param today ISO date
 * @example calibrationState({ tag: 'M1', certificates: [{ calibratedOn: null, dueOn: '2026-03-11', number: null }] }, '2026-03-01') // { state: 'soon', dueOn: '2026-03-11', days: 10 }
 */
export function calibrationState(
  instrument: Pick<Instrument, 'tag' | 'certificates'>,
  today: string,
): CalibrationState {
  const dueOn = calibrationDue(instrument)
  if (dueOn === null) return { state: 'none', dueOn: null, days: null }
  const days = Math.round((Date.parse(dueOn) - Date.parse(today)) / DAY_MS)
  if (whyUncertified(instrument, today) !== null) return { state: 'lapsed', dueOn, days }
  return { state: days <= SOON_DAYS ? 'soon' : 'valid', dueOn, days }
}
