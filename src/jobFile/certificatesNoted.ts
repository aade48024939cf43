import type { Instrument, InstrumentCertificate } from '@/core/installation/installation'

/** The short way of noting a certificate: the day until which it holds, or in how many days that is. */
export interface NotedDue {
  calibrationDue?: string | null | undefined
  calibrationInDays?: number | null | undefined
}

/** What an instrument is where nothing is said of it. */
export const PLAIN_INSTRUMENT: Omit<Instrument, 'id' | 'tag' | 'name' | 'functions'> = {
  serial: null,
  provingUnit: false,
  laidAside: false,
  certificates: [],
  lowImpedance: false,
  earlier: [],
}

const DAY_MS = 86_400_000

/**
 * The certificate that is noted the short way; it counts from the beginning. None where nothing is noted.
 *
 * @param today ISO date from which days are counted
 * @example certificatesNoted({ calibrationInDays: 10 }, '2026-03-01') // [{ calibratedOn: null, dueOn: '2026-03-11', number: null }]
 */
export function certificatesNoted(
  { calibrationDue, calibrationInDays }: NotedDue,
  today: string,
): InstrumentCertificate[] {
  const dueOn =
    calibrationInDays == null
      ? (calibrationDue ?? null)
      : new Date(Date.parse(`${today}T00:00:00Z`) + calibrationInDays * DAY_MS).toISOString().slice(0, 10)
  return dueOn === null ? [] : [{ calibratedOn: null, dueOn, number: null }]
}
