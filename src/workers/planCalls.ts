import { transfer } from 'comlink'
import { type AutonomySystem, type AutonomyYear, autonomyOfYear } from '@/core/plan/autonomy'
import type { FollowRule } from '@/core/plan/followPrices'
import { type PricedSize, type SizeCurve, sizeCurve } from '@/core/plan/sizeCurve'
import { type Tariff, pricesOf } from '@/core/plan/tariff'
import type { YearProfile } from '@/core/plan/yearProfile'
import { type FieldIssue, type Result, err, ok } from '@/core/result'

/** Calls of the plan's worker; what a person can put right comes back as a value. */
export const planCalls = {
  /** P-8 for one system over a year; `null` where its energy or power is open. */
  year(profile: YearProfile, system: AutonomySystem): Result<AutonomyYear | null, FieldIssue> {
    try {
      const year = autonomyOfYear(profile, system)
      return transfer(
        ok(year),
        (year
          ? [year.lastsH.buffer, year.curve.buffer, year.monthMeanH.buffer, year.startSoc.buffer]
          : []) as Transferable[],
      )
    } catch (error) {
      if (error instanceof RangeError) return err({ path: 'profile', message: error.message })
      throw error
    }
  },

  /** P-14 over a range of sizes. */
  sizes(
    profile: YearProfile,
    sizes: PricedSize[],
    tariff: Tariff,
    rule: FollowRule | null = null,
  ): Result<SizeCurve, FieldIssue> {
    try {
      return ok(sizeCurve(profile, sizes, pricesOf(tariff, profile.stepH), rule))
    } catch (error) {
      if (error instanceof RangeError) return err({ path: 'tariff', message: error.message })
      throw error
    }
  },
}
