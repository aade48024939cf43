import { atMost } from '../quantity/tolerance'

/** λ for 2 … 10 rods in a line (E-2). */
const LINE_FACTOR: readonly number[] = [1, 1.66, 2.15, 2.54, 2.87, 3.15, 3.39, 3.61, 3.81]
/** As many as the factors go to. */
export const MOST_RODS_IN_LINE = LINE_FACTOR.length + 1

function factorOf(count: number): number {
  const factor = LINE_FACTOR[count - 2]
  if (factor === undefined)
    throw new RangeError(`count must be a whole number from 1 to ${MOST_RODS_IN_LINE}, got ${count}`)
  return factor
}

/**
 * E-2: rods in a straight line, `(R1/n)·(1 + λ·ρ/(2π·R1·a))`; one rod alone is R1.
 *
 * @throws RangeError for a count beyond 1 … 10
 * @example
 * lineOfRodsOhm({ singleOhm: 63.85, soilOhmM: 160, count: 2, spacingM: 4.8 }) // => 34.58 (rounded)
 */
export function lineOfRodsOhm(line: { singleOhm: number; soilOhmM: number; count: number; spacingM: number }): number {
  const { singleOhm, soilOhmM, count, spacingM } = line
  if (count === 1) return singleOhm
  // written out rather than divided by R1, so that dry-as-nothing soil (0 Ω·m) gives 0 and not 0/0
  return (singleOhm + (factorOf(count) * soilOhmM) / (2 * Math.PI * spacingM)) / count
}

/** E-2: the fewest rods in a line, up to ten, that reach a target at a spacing; `null` when ten do not. */
export function rodsForTarget(line: {
  singleOhm: number
  soilOhmM: number
  spacingM: number
  targetOhm: number
}): { count: number; totalOhm: number } | null {
  for (let count = 1; count <= MOST_RODS_IN_LINE; count++) {
    const totalOhm = lineOfRodsOhm({ ...line, count })
    if (atMost(totalOhm, line.targetOhm)) return { count, totalOhm }
  }
  return null
}

/** E-2: how far apart that many rods must stand for a target; `null` when no distance reaches it, 0 where one rod is enough by itself. */
export function spacingForTargetM(line: {
  singleOhm: number
  soilOhmM: number
  count: number
  targetOhm: number
}): number | null {
  const { singleOhm, soilOhmM, count, targetOhm } = line
  if (count === 1) return atMost(singleOhm, targetOhm) ? 0 : null
  const factor = factorOf(count)
  if (count * targetOhm <= singleOhm) return null
  return (factor * soilOhmM) / (2 * Math.PI * (count * targetOhm - singleOhm))
}
