/** Share of a limit that keeps rounding out of “exactly met”. */
export const RELATIVE_SLACK = 1e-9

const slack = (limit: number) => Math.abs(limit) * RELATIVE_SLACK

/** `value ≤ limit`, where a limit exactly met is met: a relative slack of 1e-9 keeps rounding out of it. */
export const atMost = (value: number, limit: number): boolean => value <= limit + slack(limit)

/** `value ≥ limit`, with the same slack. */
export const atLeast = (value: number, limit: number): boolean => value >= limit - slack(limit)

/** `low ≤ value ≤ high`, both limits included. */
export const within = (value: number, low: number, high: number): boolean => atLeast(value, low) && atMost(value, high)
