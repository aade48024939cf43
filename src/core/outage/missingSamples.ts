import type { RowRange } from './recording'

/** Rows on end, from a sorted list of rows. */
export function rangesOf(rows: readonly number[]): RowRange[] {
  const ranges: RowRange[] = []
  for (const row of rows) {
    const last = ranges.at(-1)
    if (last && last.to === row) last.to = row + 1
    else ranges.push({ from: row, to: row + 1 })
  }
  return ranges
}

/** Value between two rows by the curve through two neighbours on either side: closer to a sine than a straight line. */
function curve(samples: Float64Array, from: number, to: number, row: number): number {
  const at = (k: number) => samples[Math.min(samples.length - 1, Math.max(0, k))] as number
  const left = at(from - 1)
  const right = at(to)
  const width = to - from + 1
  const slopeLeft = (left - at(from - 2)) * width
  const slopeRight = (at(to + 1) - right) * width
  const t = (row - from + 1) / width
  const h = t * t * (3 - 2 * t)
  return left * (1 - h) + right * h + slopeLeft * t * (1 - t) ** 2 - slopeRight * t * t * (1 - t)
}

/**
 * Bridges rows without a value in place: up to a quarter cycle by the curve through their neighbours. Longer stretches are laid out flat
 * between their ends and handed back: what lies there is not known.
 *
 * @param missingRows rows without a value, ascending
 * @param quarterCycleRows how many rows a quarter cycle has there
 */
export function bridgeMissing(
  samples: Float64Array,
  missingRows: readonly number[],
  quarterCycleRows: (row: number) => number,
): RowRange[] {
  const holes: RowRange[] = []
  for (const { from, to } of rangesOf(missingRows)) {
    const left = from > 0 ? (samples[from - 1] as number) : ((samples[to] as number | undefined) ?? 0)
    const right = to < samples.length ? (samples[to] as number) : left
    const isHole = to - from > quarterCycleRows(from) || from === 0 || to === samples.length
    for (let row = from; row < to; row++)
      samples[row] = isHole
        ? left + ((right - left) * (row - from + 1)) / (to - from + 1)
        : curve(samples, from, to, row)
    if (isHole) holes.push({ from, to })
  }
  return holes
}
