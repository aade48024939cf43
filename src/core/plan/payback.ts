/** Years in which a cost comes back, from the lower to the higher cost; `null` where it never does. */
export interface Payback {
  lowYears: number
  highYears: number
}

/**
 * P-14, as a plain sum: what is paid beside a grant, over what a year is worth. No interest, no ageing, and nothing for the backup itself.
 *
 * @param grant what somebody else pays; `null` counts as nothing, so that the years are never too few
 * @returns `null` where a year is worth nothing, or nobody knows what it is worth
 * @example payback({ lowCost: 8000, highCost: 9000, grant: 1000, valuePerYear: 500 }) // { lowYears: 14, highYears: 16 }
 */
export function payback({
  lowCost,
  highCost,
  grant,
  valuePerYear,
}: {
  lowCost: number
  highCost: number
  grant: number | null
  valuePerYear: number | null
}): Payback | null {
  if (valuePerYear === null || !(valuePerYear > 0)) return null
  const years = (cost: number) => Math.max(0, cost - (grant ?? 0)) / valuePerYear
  return { lowYears: years(lowCost), highYears: years(highCost) }
}
