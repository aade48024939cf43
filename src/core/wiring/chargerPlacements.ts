import { energyAtLoadWh } from '../plan/leadAcidBank'
import { drawInOutageW } from '../plan/stayingOn'
import type { Installation } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import { phasePeakW } from '../plan/planMarks'
import { type Plan, planOfInstallation } from '../plan/planOfInstallation'
import { chargeLimitW } from '../plan/pvOfInstallation'
import { rulesOf } from '../installation/rulesOf'
import { RULE_PACKS } from '../rules/packs'
import { type ChargerSides, chargerSides } from './chargerSide'

export interface ChargerPlacement {
  tag: string
  name: string
  ratingW: number
  /** Side the survey has it on. */
  planned: 'grid' | 'island'
  /** Of the two mains of a split service the smaller: nobody says on which of them it hangs. */
  ratingA: number | null
  nightLimitW: number | null
  sides: ChargerSides
}

/** What the battery draws from the street at night, on all phases; `null` where it charges and nobody knows with how much. */
function chargingW(installation: Installation): number | null {
  const { windowFromHour, windowToHour, windowDeviceW } = installation.assumptions
  if (windowFromHour === null || windowToHour === null) return 0
  const limit = chargeLimitW(installation)
  return limit === null ? windowDeviceW : Math.min(limit, windowDeviceW ?? Infinity)
}

/** The house on each phase at its likely peak, or its share of the declared maximum demand where that is more, with the battery charging. */
function houseOnPhases(installation: Installation, tag: string): Record<string, number | null> {
  const { packId, supply } = installation
  const { phases } = RULE_PACKS[packId]
  const others = installation.loads.filter((load) => load.tag !== tag)
  const declaredW =
    supply.maximumDemandKva === null ? 0 : (supply.maximumDemandKva * 1000 * (supply.powerFactor ?? 1)) / phases.length
  const charging = chargingW(installation)
  return Object.fromEntries(
    phases.map((phase) => [
      phase,
      charging === null || (others.length === 0 && declaredW === 0)
        ? null
        : Math.max(phasePeakW(others, phase, packId), declaredW) + charging / phases.length,
    ]),
  )
}

const smaller = (a: number | null, b: number | null) => (a === null || b === null ? a : Math.min(a, b))

function availableWh({ sources }: Installation, loadW: number | null): number | null {
  const { reserveSoc, floorSoc, dischargeEfficiency } = sources
  const usableWh = energyAtLoadWh(sources, loadW)
  return usableWh === null || reserveSoc === null || floorSoc === null || dischargeEfficiency === null
    ? null
    : Math.max(0, (reserveSoc - floorSoc) * usableWh * dischargeEfficiency)
}

function placementOf(installation: Installation, item: SurveyItem<'vehicleCharger'>, plan: Plan): ChargerPlacement[] {
  const { packId, supply, sources } = installation
  const { tag, name, detail } = item
  const { ratingW, phase, side: planned } = detail
  if (ratingW === null) return []
  const { phases } = RULE_PACKS[packId]
  const staying = plan.staying.loads.filter((load) => load.tag !== tag)
  const { limits } = plan
  const ratingA = smaller(supply.ratingA, supply.secondMainA)
  const backed = phases.map((one): [string, number | null] => [
    one,
    staying.length === 0 ? null : phasePeakW(staying, one, packId),
  ])
  return [
    {
      tag,
      name,
      ratingW,
      planned,
      ratingA,
      nightLimitW: limits.nightW,
      sides: chargerSides({
        pack: packId,
        chargerW: ratingW,
        chargerMinW: detail.minW ?? null,
        chargerPhase: phase,
        houseW: houseOnPhases(installation, tag),
        backedW: Object.fromEntries(backed),
        nightLimitW: limits.nightW,
        phaseLimitW:
          limits.perPhase &&
          Object.fromEntries(Object.entries(limits.perPhase).map(([one, { nightW }]) => [one, nightW])),
        ratingA,
        gatewayA: sources.gatewayA,
        availableWh: availableWh(installation, drawInOutageW(staying, sources.standbyW)),
        // without it no energy is said to be available
        standbyW: sources.standbyW ?? 0,
        demandShare: rulesOf(installation).limits.demandShareOfLimit.value,
        inIsland: detail.inIsland ?? null,
        managed: detail.managed ?? null,
        scheduled: detail.scheduled ?? null,
        planned,
      }),
    },
  ]
}

/** W-6 for every vehicle charger of the house, at the likely peak of what else is on: other loads, and the battery while it charges. */
export function chargerPlacements(installation: Installation): ChargerPlacement[] {
  const chargers = itemsOf(installation.survey, 'vehicleCharger')
  if (chargers.length === 0) return []
  const plan = planOfInstallation(installation)
  return chargers.flatMap((item) => placementOf(installation, item, plan))
}
