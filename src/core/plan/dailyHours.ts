/** A stretch of every day in hours; one that ends before it begins runs over midnight, one that ends where it begins is none. */
export interface DailyHours {
  fromHour: number
  toHour: number
}

/**
 * Whether an hour of the day lies within a stretch: its beginning does, its end does not.
 *
 * @example
 * isWithin(1, { fromHour: 23, toHour: 6 }) // => true
 */
export const isWithin = (hour: number, { fromHour, toHour }: DailyHours): boolean =>
  fromHour <= toHour ? hour >= fromHour && hour < toHour : hour >= fromHour || hour < toHour

/** Length of a stretch in hours. */
export const lengthH = ({ fromHour, toHour }: DailyHours): number => (toHour - fromHour + 24) % 24
