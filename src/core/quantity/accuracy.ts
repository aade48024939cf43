/** What a maker states about an instrument: ±(percentOfReading % of reading + digits × resolution). */
export interface InstrumentAccuracy {
  percentOfReading: number
  digits: number
  /** Value of one digit, in the unit of the reading. */
  resolution: number
}

/** Half-width of the error band around a reading, in the reading's own unit; 0 without a stated accuracy. */
export function errorBand(reading: number, accuracy: InstrumentAccuracy | null | undefined): number {
  if (!accuracy) return 0
  return (Math.abs(reading) * accuracy.percentOfReading) / 100 + accuracy.digits * accuracy.resolution
}
