/** A figure along a recording; NaN where nothing is known of it, which parts the line. */
export interface LaneLine {
  /** Name of the channel that it was worked out from. */
  id: string
  timesS: Float64Array
  values: Float64Array
}

/** Lowest and highest figure of some lines; `null` where none holds any. */
export function extentOf(lines: readonly LaneLine[]): [least: number, most: number] | null {
  let [least, most] = [Infinity, -Infinity]
  for (const { values } of lines)
    for (const value of values) {
      // NaN is neither
      if (value < least) least = value
      if (value > most) most = value
    }
  return least <= most ? [least, most] : null
}
