import { transfer } from 'comlink'
import { type AutonomySystem, type AutonomyYear, autonomyOfYear } from '@/core/plan/autonomy'
import { type PricedSize, type SizeCurve, type Tariff, pricesOf, sizeCurve } from '@/core/plan/selfConsumption'
import type { YearProfile } from '@/core/plan/yearProfile'
import { type FieldIssue, type Result, err, ok } from '@/core/result'

/** Calls of the plan's worker; what a person can put right comes back as a value. */
export const planCalls = {
  ready: (): true => true,

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
  sizes(profile: YearProfile, sizes: PricedSize[], tariff: Tariff): Result<SizeCurve, FieldIssue> {
    try {
      return ok(sizeCurve(profile, sizes, pricesOf(tariff, profile.stepH)))
    } catch (error) {
      if (error instanceof RangeError) return err({ path: 'tariff', message: error.message })
      throw error
    }
  },
}
