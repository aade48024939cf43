import type { Instrument } from '../installation/installation'

/**
 * An instrument as it was at an instant: a change of its ranges or of its impedance does not reach back to what was read before.
 *
 * @example instrumentAsOf({ ...tester, lowImpedance: true, earlier: [{ until: '2026-05-01T00:00:00Z', lowImpedance: false, functions }] }, '2026-04-01T00:00:00Z').lowImpedance // false
 */
export function instrumentAsOf<I extends Instrument>(instrument: I, at: string): I {
  const asked = Date.parse(at)
  const then = instrument.earlier
    .filter(({ until }) => asked < Date.parse(until))
    .sort((a, b) => Date.parse(a.until) - Date.parse(b.until))[0]
  return then ? { ...instrument, lowImpedance: then.lowImpedance, functions: then.functions } : instrument
}

/** The day until which the latest certificate holds, as an ISO date; `null` without one. */
export const calibrationDue = ({ certificates }: Pick<Instrument, 'certificates'>): string | null =>
  certificates.reduce<string | null>((latest, { dueOn }) => (latest === null || dueOn > latest ? dueOn : latest), null)

/**
 * Why no certificate stands behind what an instrument read on a day; `null` where one does. A certificate of later does not reach back: what was read between
 * two of them stays weak.
 *
 * @param day ISO date
 * @example whyUncertified({ tag: 'M1', certificates: [{ calibratedOn: '2026-03-01', dueOn: '2027-03-01', number: null }] }, '2026-02-01') // 'M1 was calibrated on 2026-03-01, after this was read'
 */
export function whyUncertified(
  { tag, certificates }: Pick<Instrument, 'tag' | 'certificates'>,
  day: string,
): string | null {
  if (certificates.length === 0) return `${tag} has no certificate on file`
  if (certificates.some(({ calibratedOn, dueOn }) => (calibratedOn === null || calibratedOn <= day) && day <= dueOn))
    return null
  const lapsed = calibrationDue({ certificates: certificates.filter(({ dueOn }) => dueOn < day) })
  if (lapsed !== null) return `${tag} was due for calibration on ${lapsed}, before this was read`
  const first = certificates.map(({ calibratedOn }) => calibratedOn ?? '').sort()[0]
  return `${tag} was calibrated on ${first}, after this was read`
}
