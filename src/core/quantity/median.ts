/**
 * The middle of some figures, or half way between the two middle ones.
 *
 * @throws RangeError where there are none
 * @example median([3, 1, 2, 10]) // 2.5
 */
export function median(values: readonly number[]): number {
  if (values.length === 0) throw new RangeError('there is no median of nothing')
  const sorted = values.toSorted((a, b) => a - b)
  const middle = sorted.length >> 1
  const upper = sorted[middle] as number
  return sorted.length % 2 === 1 ? upper : ((sorted[middle - 1] as number) + upper) / 2
}
