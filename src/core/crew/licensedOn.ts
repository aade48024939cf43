/**
 * Whether somebody's licence is known to hold on a day. One without a date, or for a day that nobody has set, is not known to.
 *
 * @param day ISO date, `null` where the job has none
 * @example licensedOn({ licence: 'E-114', licenceValidUntil: '2026-12-31' }, '2026-06-01') // true
 */
export const licensedOn = (
  { licence, licenceValidUntil }: { licence: string | null; licenceValidUntil: string | null },
  day: string | null,
): boolean => licence !== null && licenceValidUntil !== null && day !== null && day <= licenceValidUntil
