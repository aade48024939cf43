/**
 * First index whose time is not before `timeS`, in ascending times, by halving; the length where all are before.
 *
 * @example firstIndexAt(Float64Array.of(0, 1, 2), 1.5) // 2
 */
export function firstIndexAt(timesS: Float64Array, timeS: number): number {
  let [low, high] = [0, timesS.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((timesS[middle] as number) < timeS) low = middle + 1
    else high = middle
  }
  return low
}
