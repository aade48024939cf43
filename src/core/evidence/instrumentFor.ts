import type { Instrument, Measured } from '../installation/installation'

/**
 * The instrument a reading is made with: the one in the hand if it measures the quantity, else the crew's first that does.
 *
 * @returns `null` where nothing is measured, or no instrument of the crew measures it
 */
export function instrumentFor(
  instruments: readonly Instrument[],
  inHandId: string | null,
  measures: Measured | null,
): Instrument | null {
  if (measures === null) return null
  const able = instruments.filter(({ functions }) => functions.some((fn) => fn.measures === measures))
  return able.find(({ id }) => id === inHandId) ?? able[0] ?? null
}
