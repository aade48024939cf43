import { energyAtLoadWh } from './leadAcidBank'
import { drawInOutageW, meanDemandW } from './stayingOn'
import { knowsAcRating } from './limitsOfInstallation'
import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import type { AutonomySystem } from './autonomy'
import type { Plan } from './planOfInstallation'
import { chargeLimitW } from './pvOfInstallation'
import { TEMPERATE_CLEARNESS, syntheticLoadW, syntheticPvW } from './syntheticProfiles'
import { type YearProfile, averagedTo } from './yearProfile'

/** Where the year's figures come from, said beside every result. */
export interface YearBasis {
  profile: YearProfile | null
  load: string
  pv: string
  /** What is missing before a year can be run. */
  missing: string | null
}

/** A series that was brought in, in watts. */
export interface ImportedSeries {
  name: string
  stepH: number
  watts: Float64Array
}

/** The household year for P-8 and P-14: imported series where there are any, the synthetic ones where not; both in the same steps. */
export function yearOfInstallation(
  { site, survey, loads, assumptions }: Installation,
  imported: { load: ImportedSeries | null; pv: ImportedSeries | null },
): YearBasis {
  const { latitudeDeg } = site
  const faces = itemsOf(survey, 'arrayFace').map(({ detail }) => detail)
  const stepH = Math.max(imported.load?.stepH ?? 1, imported.pv?.stepH ?? 1)
  const load = imported.load
    ? `metered: ${imported.load.name}`
    : 'synthetic: each load’s power and share of the time, spread over the hours and months of its pattern'
  const pv = imported.pv
    ? `measured: ${imported.pv.name}`
    : faces.length === 0
      ? 'none'
      : 'synthetic: clear sky from the latitude, a temperate month’s clearness, bright and dull days in turn, and the faces of the array'
  if (imported.load === null && loads.length === 0)
    return { profile: null, load, pv, missing: 'There are no loads and no metering.' }
  if ((imported.load === null || (faces.length > 0 && imported.pv === null)) && latitudeDeg === null)
    return { profile: null, load, pv, missing: 'The latitude of the house is not known.' }
  const loadW = imported.load
    ? averagedTo(imported.load.watts, imported.load.stepH, stepH)
    : syntheticLoadW(loads, latitudeDeg ?? 0)
  const pvW = imported.pv
    ? averagedTo(imported.pv.watts, imported.pv.stepH, stepH)
    : faces.length === 0
      ? new Float64Array(loadW.length)
      : syntheticPvW(faces, {
          latitudeDeg: latitudeDeg ?? 0,
          performanceRatio: assumptions.performanceRatio,
          clearness: TEMPERATE_CLEARNESS.map((share) => share * assumptions.clearnessFactor),
        })
  return { profile: { stepH, loadW, pvW }, load, pv, missing: null }
}

/** One system on the year's picture. */
export interface YearSystem {
  label: string
  system: AutonomySystem
}

/** Share of the array's power that feeds the island; `null` while one figure of it is not known, 0 where no PV is planned. */
function islandPvShare({ sources }: Installation): number | null {
  const dc = sources.units.map(({ pvDcW }) => ({ watts: pvDcW, feeds: true }))
  const ac = sources.pvAc.map(({ expectedW, side, onBackedPhase }) => ({
    watts: expectedW,
    feeds: side === 'island' && onBackedPhase,
  }))
  const all = [...dc, ...ac]
  if (all.some(({ watts }) => watts === null)) return null
  const sumW = (list: typeof all) => list.reduce((sum, { watts }) => sum + (watts ?? 0), 0)
  const allW = sumW(all)
  return allW === 0 ? 0 : sumW(all.filter(({ feeds }) => feeds)) / allW
}

/** The planned battery as the year meets it; blanks leave capacity, limits or the share of PV `null`, and the result Open. */
export function systemOfPlan(installation: Installation, plan: Plan, maxHours = 336): AutonomySystem {
  const { sources, assumptions, loads } = installation
  const usableWh = energyAtLoadWh(sources, drawInOutageW(plan.staying.loads, sources.standbyW))
  const wholeW = loads.reduce((sum, { powerW, duty }) => sum + powerW * duty, 0)
  const { windowFromHour, windowToHour, windowTargetSoc } = assumptions
  const chargeW = chargeLimitW(installation)
  return {
    capacityWh: usableWh,
    chargeEfficiency: assumptions.chargeEfficiency,
    dischargeEfficiency: sources.dischargeEfficiency,
    chargeLimitW: chargeW,
    dischargeLimitW: plan.limits.nightW,
    reserveSoc: sources.reserveSoc,
    floorSoc: sources.floorSoc,
    initialSoc: sources.usualSoc ?? sources.reserveSoc ?? 0.5,
    gridCharge:
      windowFromHour !== null && windowToHour !== null && windowTargetSoc !== null
        ? {
            fromHour: windowFromHour,
            toHour: windowToHour,
            targetSoc: windowTargetSoc,
            powerW: Math.min(chargeW ?? 0, assumptions.windowDeviceW ?? Infinity),
          }
        : null,
    loadShare: wholeW === 0 ? 1 : Math.min(1, meanDemandW(plan.staying.loads) / wholeW),
    standbyW: sources.standbyW,
    pvShare: islandPvShare(installation),
    maxHours,
    ensHours: 24,
  }
}

/** Up to four systems for one picture: as planned, one module less, one more, and the reserve kept full. */
export function systemsToCompare(installation: Installation, plan: Plan): YearSystem[] {
  const planned = systemOfPlan(installation, plan)
  const count = installation.sources.units.reduce((sum, { moduleCount }) => sum + (moduleCount ?? 0), 0)
  const resized = (modules: number): AutonomySystem => ({
    ...planned,
    capacityWh: planned.capacityWh === null ? null : (planned.capacityWh * modules) / count,
    ...moduleLimits(installation, planned, modules),
  })
  return [
    { label: 'as planned', system: planned },
    ...(count > 1 ? [{ label: `${count - 1} module${count === 2 ? '' : 's'}`, system: resized(count - 1) }] : []),
    ...(count > 0 ? [{ label: `${count + 1} modules`, system: resized(count + 1) }] : []),
    { label: 'reserve kept full', system: { ...planned, reserveSoc: 1, initialSoc: 1 } },
  ]
}

/** Charge and discharge limits with another number of modules in the first unit's inverter. */
export function moduleLimits(
  { sources, assumptions }: Installation,
  planned: AutonomySystem,
  modules: number,
): Pick<AutonomySystem, 'chargeLimitW' | 'dischargeLimitW'> {
  const [unit] = sources.units
  if (
    !unit ||
    unit.moduleW === null ||
    unit.coldFactor == null ||
    unit.inverterBatteryW === null ||
    !knowsAcRating(unit) ||
    sources.units.length > 1
  )
    return { chargeLimitW: planned.chargeLimitW, dischargeLimitW: planned.dischargeLimitW }
  const batteryW = Math.min(
    unit.inverterBatteryW,
    modules * unit.moduleW * unit.coldFactor,
    unit.inverterAcW ?? Infinity,
  )
  const { inverterChargeW, moduleChargeW } = assumptions
  return {
    dischargeLimitW: batteryW,
    chargeLimitW:
      inverterChargeW === null || moduleChargeW === null ? null : Math.min(inverterChargeW, modules * moduleChargeW),
  }
}
