import type { Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'
import { markAgainst } from '../plan/planMarks'
import { planOfInstallation } from '../plan/planOfInstallation'
import { RULE_PACKS } from '../rules/packs'
import type { PlanMark } from '../rules/verdict'

/** What follows from a vehicle charger on one side of the islanding contactor. */
export interface ChargerSide {
  side: 'grid' | 'island'
  /** Expected demand at night with the charger running where it is fed, in watts; `null` while the load list is empty. */
  nightW: number | null
  nightLimitW: number | null
  /** The night limit of P-4 against it. */
  mark: PlanMark
  /** Hours from the reserve with the charger running in an outage; `null` where it is not fed or a figure is missing. */
  runtimeH: number | null
  /** Hours without it. */
  runtimeWithoutH: number | null
  /** Current the supply carries with the house and the charger at night, against its rating. */
  supplyA: number | null
  supplyRatingA: number | null
  /** What the charger's own current transformer has to see, and what follows. */
  says: string[]
}

export interface ChargerPlacement {
  tag: string
  name: string
  ratingW: number
  /** Side the survey has it on. */
  planned: 'grid' | 'island'
  sides: ChargerSide[]
}

/**
 * W-6: a vehicle charger on the grid side or on the island side; both are allowed, and this is what each means. With the charger counted at
 * its full rating: it runs for hours, so neither its duty nor the chance of meeting other loads is taken off.
 */
export function chargerPlacements(installation: Installation): ChargerPlacement[] {
  const { packId, supply, sources, loads, survey } = installation
  const pack = RULE_PACKS[packId]
  return itemsOf(survey, 'vehicleCharger').flatMap(
    ({ tag, name, detail: { ratingW, phase, side: planned } }): ChargerPlacement[] => {
      if (ratingW === null) return []
      // a load of the list that is the charger itself is not counted twice
      const others = loads.filter((load) => load.tag !== tag && !(load.powerW === ratingW && !load.backedUp))
      const plan = planOfInstallation({ ...installation, loads: others })
      const expectedW = others.length === 0 ? null : plan.demand.expectedDemandW
      const houseW = others.length === 0 ? null : others.reduce((sum, load) => sum + load.powerW * load.duty, 0)
      const phases = phase === 'all' ? pack.phases.length : 1
      const perPhaseW = ratingW / phases
      const nightLimitW =
        phase === 'all' || plan.limits.perPhase === null
          ? plan.limits.nightW
          : (plan.limits.perPhase[phase]?.nightW ?? plan.limits.nightW)
      const volts = packId === 'na-split-240' && phase === 'all' ? pack.supplyV : pack.nominalV
      const supplyA =
        houseW === null
          ? null
          : packId === 'na-split-240'
            ? (houseW + ratingW) / pack.supplyV
            : houseW / pack.nominalV / pack.phases.length + perPhaseW / volts
      const stored =
        sources.usableWh === null || sources.reserveSoc === null
          ? null
          : Math.max(0, (sources.reserveSoc - sources.floorSoc) * sources.usableWh * sources.dischargeEfficiency)
      const hours = (w: number | null) =>
        w === null || stored === null || w + sources.standbyW <= 0 ? null : stored / (w + sources.standbyW)
      const sideOf = (side: 'grid' | 'island'): ChargerSide => {
        const nightW = expectedW === null ? null : expectedW + (side === 'island' ? ratingW : 0)
        return {
          side,
          nightW,
          nightLimitW,
          mark: markAgainst(nightW, nightLimitW, pack.limits.demandShareOfLimit.value),
          runtimeH: side === 'island' ? hours(nightW) : null,
          runtimeWithoutH: hours(expectedW),
          supplyA,
          supplyRatingA: supply.ratingA,
          says:
            side === 'grid'
              ? [
                  'Its own current transformer sits at the supply terminals and sees house and charger together, so that it holds back before the supply does.',
                  'The battery’s current transformer sits on the house’s side of the charger, or the battery empties itself into the vehicle every night.',
                  'In an outage the charger is dead.',
                ]
              : [
                  'Its own current transformer has to see two limits: the supply’s while the grid is there, and the gateway’s house side while it is not.',
                  'In an outage it has to stop or hold back by itself; without that the night limit and the hours above hold.',
                  'The battery feeds the vehicle at night unless a schedule forbids it.',
                ],
        }
      }
      return [{ tag, name, ratingW, planned, sides: [sideOf('grid'), sideOf('island')] }]
    },
  )
}
