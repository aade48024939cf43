import type { Instrument, Measured } from '../installation/installation'

/**
 * The instrument a reading is made with: of those that were taken in hand, latest first, the first that measures the quantity. Nobody's instrument
 * is chosen silently.
 *
 * @returns `null` where nothing is measured, or none in hand measures it
 */
export function instrumentFor(
  instruments: readonly Instrument[],
  inHandIds: readonly string[],
  measures: Measured | null,
): Instrument | null {
  if (measures === null) return null
  const able = instruments.filter(
    ({ functions, laidAside }) => !laidAside && functions.some((fn) => fn.measures === measures),
  )
  const id = inHandIds.find((chosen) => able.some((instrument) => instrument.id === chosen))
  return able.find((instrument) => instrument.id === id) ?? null
}
