import { formatDuration, formatNumber, formatQuantity } from './formatQuantity'
import type { Unit } from './units'

/** What stands in place of a figure that nobody knows: never a 0, which is a figure. */
export const OPEN = 'open'

const HOUR_MS = 3_600_000

type Figure = number | null | undefined

const orOpen =
  <Rest extends unknown[]>(format: (value: number, ...rest: Rest) => string) =>
  (value: Figure, ...rest: Rest): string =>
    value == null ? OPEN : format(value, ...rest)

/**
 * {@link formatNumber} of a figure that may not be known.
 *
 * @example numberOrOpen(null) // 'open'
 */
export const numberOrOpen: (value: Figure, digits?: number) => string = orOpen(formatNumber)

/**
 * {@link formatQuantity} of a figure that may not be known.
 *
 * @example quantityOrOpen(4950, 'W', 3) // '4.95 kW'
 */
export const quantityOrOpen: (value: Figure, unit: Unit, digits?: number) => string = orOpen(formatQuantity)

/**
 * A share that may not be known, in percent.
 *
 * @example percentOrOpen(0.125, 2) // '13 %'
 */
export const percentOrOpen: (share: Figure, digits?: number) => string = orOpen(
  (share, digits?: number) => `${formatNumber(100 * share, digits)} %`,
)

/**
 * A number of hours that may not be known, as {@link formatDuration} says it.
 *
 * @example hoursOrOpen(4.75) // '4 h 45 min'
 */
export const hoursOrOpen: (hours: Figure) => string = orOpen((hours) => formatDuration(hours * HOUR_MS))
