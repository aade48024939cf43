import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { rulesOf } from '../installation/rulesOf'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { stringsOf } from './pvStrings'
import { type Tracker, trackersOf } from './trackers'
import { type AcPvInIsland, type DcPv, acPvInIsland } from './pvInIsland'

/** Power the batteries can be charged with, in watts; `null` while the maker's figures are missing. */
export function chargeLimitW({
  assumptions: { inverterChargeW, moduleChargeW },
  sources,
}: Installation): number | null {
  if (sources.units.length === 0 || inverterChargeW === null || moduleChargeW === null) return null
  let sumW = 0
  for (const { moduleCount } of sources.units) {
    if (moduleCount === null) return null
    sumW += Math.min(inverterChargeW, moduleCount * moduleChargeW)
  }
  return sumW
}

export interface PvOfInstallation {
  ac: AcPvInIsland
  /** Frequencies across the curtailment band with what is left of the PV, for the picture; empty without a band. */
  droop: { hz: number; leftW: number }[]
  strings: { name: string; tag: string; result: DcPv }[]
  trackers: Tracker[]
  mark: PlanMark
}

/** P-10 for the house: AC-coupled PV on the island side against the charging power, and every DC-coupled array found on the survey. */
export function pvOfInstallation(installation: Installation): PvOfInstallation {
  const {
    sources: { pvAc, curtailment },
    survey,
  } = installation
  const { limits } = rulesOf(installation)
  const band =
    curtailment.startHz !== null && curtailment.stopHz !== null
      ? {
          startHz: curtailment.startHz,
          stopHz: curtailment.stopHz,
          pvTripHz: curtailment.pvTripHz,
          provenNearFull: curtailment.provenNearFull,
        }
      : null
  const pv = pvAc.map(({ ratingW, side, onBackedPhase }) => ({
    ratingW,
    side,
    onBackedPhase,
  }))
  const ask = (islandHz: number | null) =>
    acPvInIsland({
      pv,
      chargeLimitW: chargeLimitW(installation),
      ratioLimit: curtailment.ratioLimit ?? limits.pvChargeRatioMax.value,
      curtailment: band,
      parted: curtailment.parted,
      islandHz,
    })
  // straight between its kinks: drawn through them it is the law itself
  const droop = band
    ? [band.startHz - 0.5, band.startHz, band.stopHz, band.stopHz + 0.5].map((hz) => ({
        hz,
        leftW: ask(hz).curtailedW ?? 0,
      }))
    : []
  const strings = itemsOf(survey, 'pvSystem')
    .filter(({ detail }) => detail.coupling === 'dc')
    .map((item) => ({
      name: item.name,
      tag: item.tag,
      result: stringsOf(installation, item),
    }))
  const ac = ask(null)
  const trackers = trackersOf(installation)
  const verdicts = [ac.verdict, ...strings.map(({ result }) => result.verdict), ...trackers.map(({ mark }) => mark)]
  return { ac, droop, strings, trackers, mark: worstPlanMark(verdicts) }
}
