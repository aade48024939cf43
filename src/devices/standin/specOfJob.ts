import { itemsOf } from '@/core/installation/survey'
import { residualDevices } from '@/core/installation/residualDevices'
import type { Installation } from '@/core/installation/installation'
import { RULE_PACKS } from '@/core/rules/packs'
import type { Phase } from '@/core/rules/rulePack'
import type { HouseSpec, LoadSpec, PvSpec } from './model/houseSpec'

/** What a stand-in is given where the job says nothing; it is practice, and never evidence about the house. */
const USUAL = {
  moduleW: 2500,
  moduleWh: 5000,
  ratedW: 5000,
  surgeShare: 1.6,
  surgeS: 10,
  electrodeOhm: 80,
  leakageShare: 0.15,
  vehicleWh: 52_000,
  vehicleDischargeShare: 0.6,
  vehicleFloorSoc: 0.3,
  pvRestartS: 60,
  startSoc: 0.6,
  dischargeEfficiency: 0.95,
  floorSoc: 0.05,
  standbyW: 40,
}
/** From the box: everything that has to be set or tried before the house is left. */
const FROM_THE_BOX: Readonly<Record<string, number>> = {
  islandEnabled: 1,
  bondRelayEnabled: 1,
  reconnectDelayS: 60,
  reserveBandPercent: 5,
  chargeFromGridPercent: 0,
  gridChargeW: 0,
  networkProfile: 3,
}
const MANUAL_SCHOOLS: readonly Installation['chosenSchool'][] = ['manualChangeover', 'emergencySocket']
const ANGLES: Readonly<Record<number, readonly number[]>> = { 1: [0], 2: [0, 180], 3: [0, -120, -240] }
const NAME_IS_ROUTER = /router/i
const NAME_IS_CHARGER = /vehicle|charger/i
const NAME_IS_HEAT_PUMP = /heat ?pump/i

/** A number from a text, the same every time. */
const seedOf = (text: string) => [...text].reduce((sum, sign) => (Math.imul(sum, 31) + sign.charCodeAt(0)) >>> 0, 17)

const PHASES_OF: Readonly<Record<Installation['packId'], readonly Phase[]>> = {
  'iec-1ph-230': ['L1'],
  'iec-3ph-400': ['L1', 'L2', 'L3'],
  'na-split-240': ['L1', 'L2'],
}

function loadsOf({ loads, packId, survey }: Installation): LoadSpec[] {
  const { nominalV } = RULE_PACKS[packId]
  // a charger that was surveyed stands for itself, and not once more as a load
  const surveyed = itemsOf(survey, 'vehicleCharger').length > 0
  const own = loads.filter(({ name }) => !(surveyed && NAME_IS_CHARGER.test(name)))
  return own.map((load) => ({
    tag: load.tag,
    name: load.name,
    powerW: load.powerW,
    duty: load.duty,
    phase: load.phase,
    backedUp: load.backedUp,
    circuitTag: load.circuitTag,
    startVa: (load.lockedRotorA ?? 0) * nominalV * (load.starter === 'soft' || load.starter === 'vsd' ? 0.4 : 1),
    startS: load.startS ?? (load.lockedRotorA === null ? 0 : 0.5),
    kind: NAME_IS_ROUTER.test(load.name) ? 'router' : NAME_IS_HEAT_PUMP.test(load.name) ? 'heatPump' : 'plain',
  }))
}

function pvOf({ sources, survey }: Installation): PvSpec[] {
  const azimuthDeg = itemsOf(survey, 'arrayFace')[0]?.detail.azimuthDeg ?? 180
  const surveyed = itemsOf(survey, 'pvSystem')
  const { startHz, stopHz, pvTripHz } = sources.curtailment
  const ac = sources.pvAc.map((pv, k): PvSpec => ({
    name: pv.name,
    coupling: 'ac',
    peakW: pv.ratingW ?? pv.expectedW ?? 0,
    azimuthDeg,
    strings: Math.max(1, surveyed[k]?.detail.stringsInParallel ?? 1),
    phase: pv.phase ?? 'all',
    side: pv.side,
    curtailStartHz: startHz,
    curtailStopHz: stopHz,
    tripHz: pvTripHz,
    restartS: USUAL.pvRestartS,
  }))
  const dc = sources.units
    .filter(({ pvDcW }) => (pvDcW ?? 0) > 0)
    .map((unit): PvSpec => ({
      name: `PV of ${unit.name}`,
      coupling: 'dc',
      peakW: unit.pvDcW ?? 0,
      azimuthDeg,
      strings: 2,
      phase: unit.phase ?? 'all',
      side: 'island',
      curtailStartHz: null,
      curtailStopHz: null,
      tripHz: null,
      restartS: 0,
    }))
  return [...ac, ...dc]
}

function modulesOf({ sources, components }: Installation): HouseSpec['modules'] {
  const named = components.filter(({ kind }) => kind === 'battery')
  const limits = sources.units.flatMap(({ moduleCount, moduleW }) =>
    Array.from({ length: moduleCount ?? 1 }, () => moduleW ?? USUAL.moduleW),
  )
  const count = Math.max(limits.length, 1)
  const eachWh = (sources.usableWh ?? sources.nominalWh ?? USUAL.moduleWh * count) / count
  return Array.from({ length: count }, (_, k) => ({
    name: named[k]?.name ?? `Battery module ${k + 1}`,
    capacityWh: eachWh,
    limitW: limits[k] ?? USUAL.moduleW,
  }))
}

function vehicleOf({ survey }: Installation): HouseSpec['vehicle'] {
  const charger = itemsOf(survey, 'vehicleCharger')[0]
  if (!charger) return null
  const chargeW = charger.detail.ratingW ?? 7000
  return {
    capacityWh: USUAL.vehicleWh,
    chargeW,
    dischargeW: charger.detail.side === 'island' ? chargeW * USUAL.vehicleDischargeShare : 0,
    floorSoc: USUAL.vehicleFloorSoc,
    phase: charger.detail.phase,
  }
}

/**
 * Any job as a house to practise on: its own loads, circuits, limits and settings; what it leaves open is filled with what is usual, so that there
 * is something to practise on. What such a house shows is never evidence about the real one.
 */
export function houseSpecOfJob(installation: Installation): HouseSpec {
  const { packId, sources, settings, survey } = installation
  const pack = RULE_PACKS[packId]
  const phases = PHASES_OF[packId]
  const seed = seedOf(installation.jobId)
  const planned = Object.fromEntries(settings.map(({ key, value }) => [key, value]))
  const modules = modulesOf(installation)
  const totalW = modules.reduce((sum, { limitW }) => sum + limitW, 0)
  const oldBattery = itemsOf(survey, 'existingBattery')[0]
  return {
    name: installation.name,
    seed,
    nominalV: pack.nominalV,
    nominalHz: pack.nominalHz,
    phases,
    anglesDeg: ANGLES[phases.length] ?? [0],
    changeover: MANUAL_SCHOOLS.includes(installation.chosenSchool) ? 'manual' : 'automatic',
    transferMs: 40 + (seed % 160),
    returnMs: seed % 3 === 0 ? 0 : 30,
    electrodeOhm: USUAL.electrodeOhm,
    inverters: sources.units.map((unit) => ({
      name: unit.name,
      ratedW: unit.inverterAcW ?? unit.inverterBatteryW ?? USUAL.ratedW,
      surgeVa: unit.inverterSurgeVa ?? (unit.inverterAcW ?? USUAL.ratedW) * USUAL.surgeShare,
      surgeS: unit.surgeS ?? USUAL.surgeS,
      phase: unit.phase ?? 'all',
    })),
    modules,
    chargeEfficiency: installation.assumptions.chargeEfficiency,
    dischargeEfficiency: sources.dischargeEfficiency ?? USUAL.dischargeEfficiency,
    floorSoc: sources.floorSoc ?? USUAL.floorSoc,
    standbyW: sources.standbyW ?? USUAL.standbyW,
    pv: pvOf(installation),
    loads: loadsOf(installation),
    residualDevices: residualDevices(installation).flatMap(({ tag, iDeltaNMa, circuits }) =>
      iDeltaNMa === null
        ? []
        : [
            {
              tag,
              iDeltaNMa,
              circuitTags: circuits.map((circuit) => circuit.tag),
              leakageMa: USUAL.leakageShare * iDeltaNMa,
            },
          ],
    ),
    vehicle: vehicleOf(installation),
    oldBatteryW: oldBattery ? (oldBattery.detail.limitW ?? 600) / 2 : 0,
    transformers: phases.map((phase) => ({ phase, enclosesPhase: phase, sign: 1, ratio: 1, noiseW: 22 })),
    order: ['pv', 'battery', 'vehicle'],
    firmware: '1.8.2',
    neededFirmware: '1.8.0',
    networkProfile: 3,
    clockWrongH: 0,
    settings: {
      nominalV: pack.nominalV,
      nominalHz: pack.nominalHz,
      phaseCount: phases.length,
      ...FROM_THE_BOX,
      reserveSocPercent: 20,
      chargeLimitW: totalW,
      dischargeLimitW: totalW,
      ...planned,
    },
    stepS: { firmware: 240, pairing: 180, association: 120, profile: 60, limits: 20, transformers: 30 },
    startHour: 10,
    startSoc: sources.usualSoc ?? USUAL.startSoc,
  }
}
