import type { Bench } from '../evidence/bench'
import type { JobRecord } from '../evidence/judge'
import type { Instrument, InstrumentCertificate } from '../installation/installation'

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

/** Instruments that readings of a job were taken with, those that count, with the certificate of their last day. */
export function instrumentsUsed({ context: { readings } }: Bench, { instruments }: JobRecord): InstrumentUsed[] {
  return instruments.flatMap((instrument): InstrumentUsed[] => {
    const days = readings
      .filter(({ instrumentId }) => instrumentId === instrument.id)
      .map(({ recordedAt }) => recordedAt.slice(0, 10))
      .sort()
    const [from, to] = [days[0], days.at(-1)]
    if (from === undefined || to === undefined) return []
    const certificate = instrument.certificates.find((one) => covers(one, to)) ?? null
    return [{ instrument, readings: days.length, from, to, certificate }]
  })
}
