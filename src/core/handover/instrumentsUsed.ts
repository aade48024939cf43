import type { Bench } from '../evidence/bench'
import type { JobRecord } from '../evidence/judge'
import { madeAt } from '../evidence/reading'
import type { Instrument, InstrumentCertificate } from '../installation/installation'
import { calendarDay, daysOfInstant } from '../time/daysOfInstant'

export interface InstrumentUsed {
  instrument: Instrument
  readings: number
  /** First and last day it was used. */
  from: string
  to: string
  /** The certificate that covered the last of these days; `null` where none did. */
  certificate: InstrumentCertificate | null
}

const covers = ({ calibratedOn, dueOn }: InstrumentCertificate, day: string) =>
  (calibratedOn === null || calibratedOn <= day) && day <= dueOn

/**
 * Instruments that readings of a job were taken with, those that count, with the certificate of their last day. Days are those of the house; where its zone is
 * not known, those of UTC, and a certificate has to hold on every day that the last one may have been.
 */
export function instrumentsUsed(
  { context: { readings } }: Bench,
  { instruments, installation }: JobRecord,
): InstrumentUsed[] {
  const { timeZone } = installation.site
  return instruments.flatMap((instrument): InstrumentUsed[] => {
    const instants = readings
      .filter(({ instrumentId }) => instrumentId === instrument.id)
      .map((reading) => Date.parse(madeAt(reading)))
      .sort((a, b) => a - b)
    const [first, last] = [instants[0], instants.at(-1)]
    if (first === undefined || last === undefined) return []
    const lastDays = daysOfInstant(last, timeZone)
    const certificate =
      (lastDays.length > 0 && instrument.certificates.find((one) => lastDays.every((day) => covers(one, day)))) || null
    return [
      {
        instrument,
        readings: instants.length,
        from: calendarDay(first, timeZone),
        to: calendarDay(last, timeZone),
        certificate,
      },
    ]
  })
}
