import type { Installation } from '../installation/installation'
import { planOfInstallation } from '../plan/planOfInstallation'
import { givingVehicle } from '../plan/vehicleInOutage'
import { drawInOutageW } from '../plan/stayingOn'
import { energyAtLoadWh } from '../plan/leadAcidBank'
import { type OrderedSource, type SourceOrder, type VehicleStore, sourceOrder } from './sourceOrder'

export const OUTAGE_STAGES = ['night', 'dawn', 'late', 'floor', 'away'] as const
/** Stretches of an outage in which other sources carry the house: the night, the sun coming in, the vehicle that comes home late, at its floor, gone again. */
export type OutageStage = (typeof OUTAGE_STAGES)[number]

const hasPv = ({ sources }: Installation): boolean =>
  sources.pvAc.length > 0 || sources.units.some(({ pvDcW }) => (pvDcW ?? 0) > 0)

/** The stages that this house can come to. */
export const stagesOf = (installation: Installation): OutageStage[] =>
  installation.sources.units.length === 0
    ? []
    : OUTAGE_STAGES.filter((stage) =>
        stage === 'night' ? true : stage === 'dawn' ? hasPv(installation) : givingVehicle(installation) !== null,
      )

/** The planned order of use; `null` where a vehicle gives and nobody said when. */
export function plannedOrder(installation: Installation): OrderedSource[] | null {
  const vehicle = givingVehicle(installation)?.detail ?? null
  if (vehicle === null) return ['pv', 'battery']
  if (vehicle.givesWhen == null) return null
  return vehicle.givesWhen === 'beforeBattery' ? ['pv', 'vehicle', 'battery'] : ['pv', 'battery', 'vehicle']
}

/**
 * S-4 of a house: a night without sun, from the reserve or from full, with the mean demand of what stays on, in the planned order of use. With a vehicle it is
 * taken to be there, plugged in and enabled, and to stop at the charge that its owner keeps. What is missing leaves the hours unknown.
 */
export function sourcesInOutage(
  installation: Installation,
  from: 'reserve' | 'full' = 'reserve',
): Pick<SourceOrder, 'stages' | 'totalH' | 'endsBy'> {
  const { sources } = installation
  const { staying, limits } = planOfInstallation(installation)
  const vehicle = givingVehicle(installation)?.detail ?? null
  const order = plannedOrder(installation)
  const loadW = drawInOutageW(staying.loads, sources.standbyW)
  if (order === null || loadW === null) return { stages: null, totalH: null, endsBy: null }
  const store: VehicleStore | null = vehicle && {
    usableWh: vehicle.vehicleWh ?? null,
    dischargeEfficiency: sources.dischargeEfficiency,
    soc: vehicle.vehicleSoc ?? null,
    floorSoc: vehicle.agreedFloorSoc ?? null,
    limitW: vehicle.givesW ?? null,
    present: true,
    pluggedIn: true,
    enabled: true,
    agreedFloorSoc: vehicle.agreedFloorSoc ?? null,
  }
  const { stages, totalH, endsBy } = sourceOrder({
    loadW,
    pvW: 0,
    order,
    orderSet: null,
    battery: {
      usableWh: energyAtLoadWh(sources, loadW),
      dischargeEfficiency: sources.dischargeEfficiency,
      soc: from === 'full' ? 1 : sources.reserveSoc,
      floorSoc: sources.floorSoc,
      limitW: limits.nightW,
    },
    vehicle: store,
    startH: null,
    sunH: null,
    ways: null,
  })
  return { stages, totalH, endsBy }
}
