import type { KnownSystem } from './autonomy'
import { type FollowRule, type FollowedYear, followedYear } from './followPrices'
import { type SelfConsumption, selfConsumptionOfYear } from './selfConsumption'
import type { Prices } from './tariff'
import type { YearProfile } from './yearProfile'

/** One size of battery on the knee curve. */
export interface SizePoint extends SelfConsumption {
  moduleCount: number
  capacityWh: number
  /** Where the battery follows prices. */
  followed?: Pick<FollowedYear, 'soldKWh' | 'wearPerYear'>
}

/** A size to be valued: a number of modules and the system it makes. */
export interface PricedSize {
  moduleCount: number
  system: KnownSystem
}

export interface SizeCurve {
  points: SizePoint[]
  /** The size after which another module brings ever less; `null` when the curve has no bend. */
  knee: SizePoint | null
}

/**
 * P-14 over a range of sizes, smallest first: the year under each number of modules, and the knee — the size that lies farthest above
 * the straight line between the smallest and the largest. With a rule the battery follows the prices.
 */
export function sizeCurve(
  profile: YearProfile,
  sizes: readonly PricedSize[],
  prices: Prices,
  rule: FollowRule | null = null,
): SizeCurve {
  const points = sizes.map(({ moduleCount, system }): SizePoint => {
    const { capacityWh } = system
    // nothing follows where nothing lies above the reserve
    if (rule === null || capacityWh === 0 || system.reserveSoc >= 1)
      return { moduleCount, capacityWh, ...selfConsumptionOfYear(profile, system, prices) }
    const { soldKWh, wearPerYear, ...year } = followedYear(profile, system, prices, rule)
    return { moduleCount, capacityWh, ...year, followed: { soldKWh, wearPerYear } }
  })
  const knee = kneeOf(points)
  return { points, knee }
}

/**
 * The knee of a curve of sizes: the point farthest above the straight line from the first to the last, the smaller of equals.
 *
 * @returns `null` for fewer than three points, and where none lies above the line by more than a millionth of the last value
 */
export function kneeOf<Point extends Pick<SizePoint, 'capacityWh' | 'valuePerYear'>>(
  points: readonly Point[],
): Point | null {
  const first = points[0]
  const last = points.at(-1)
  if (!first || !last || points.length < 3 || last.capacityWh === first.capacityWh) return null
  const slope = (last.valuePerYear - first.valuePerYear) / (last.capacityWh - first.capacityWh)
  const bend = ({ valuePerYear, capacityWh }: Point) =>
    valuePerYear - first.valuePerYear - slope * (capacityWh - first.capacityWh)
  const knee = points.reduce((best, point) => (bend(point) > bend(best) ? point : best), first)
  return bend(knee) > 1e-6 * Math.abs(last.valuePerYear) ? knee : null
}
