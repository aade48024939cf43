import { transfer } from 'comlink'
import { type AutonomyYear, autonomyOfYear } from '@/core/plan/autonomy'
import { type PricedSize, type SizeCurve, type Tariff, pricesOf, sizeCurve } from '@/core/plan/selfConsumption'
import type { YearSystem } from '@/core/plan/yearOfInstallation'
import type { YearProfile } from '@/core/plan/yearProfile'
import { type FieldIssue, type Result, err, ok } from '@/core/result'

/** Calls of the plan's worker; what a person can put right comes back as a value. */
export const planCalls = {
  ready: (): true => true,

  /** P-8 for several systems over one year; `onProgress` hears the share of all of them that is done. */
  years(profile: YearProfile, systems: YearSystem[], onProgress: (share: number) => void): Result<(AutonomyYear | null)[], FieldIssue> {
    try {
      const years = systems.map(({ system }, k) => autonomyOfYear(profile, system, (share) => onProgress((k + share) / systems.length)))
      onProgress(1)
      return transfer(ok(years), years.flatMap((year) => (year ? [year.lastsH.buffer, year.curve.buffer, year.monthMeanH.buffer, year.startSoc.buffer] : [])) as Transferable[])
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
