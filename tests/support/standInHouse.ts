import type { HouseSpec } from '@/devices/standin/model/houseSpec'

interface Wanted {
  phaseCount?: number
  startSoc?: number
  startHour?: number
  oldBatteryW?: number
  transformerSign?: 1 | -1
  firmware?: string
  neededFirmware?: string
  vehicle?: boolean
  changeover?: 'automatic' | 'manual'
}

/** A stand-in house for tests: two modules, one inverter of 3 kW, PV that is held back, a vehicle that stands away from home unless it is asked for. */
export function aHouseSpec({
  phaseCount = 1,
  startSoc = 0.6,
  startHour = 9,
  oldBatteryW = 0,
  transformerSign = 1,
  firmware = '2.0.0',
  neededFirmware = '1.8.0',
  vehicle = false,
  changeover = 'automatic',
}: Wanted): HouseSpec {
  const phases = (['L1', 'L2', 'L3'] as const).slice(0, phaseCount)
  return {
    name: 'Fernlatch Cottage',
    seed: 7,
    nominalV: phaseCount === 2 ? 120 : 230,
    nominalHz: phaseCount === 2 ? 60 : 50,
    phases,
    anglesDeg: phaseCount === 3 ? [0, -120, -240] : [0, 180].slice(0, phaseCount),
    changeover,
    transferMs: 180,
    returnMs: 0,
    electrodeOhm: 60,
    inverters: [{ name: 'Inverter', ratedW: 3000, surgeVa: 9000, surgeS: 10, phase: 'all' }],
    modules: [
      { name: 'Module 1', capacityWh: 5000, limitW: 1500 },
      { name: 'Module 2', capacityWh: 5000, limitW: 1500 },
    ],
    chargeEfficiency: 0.95,
    dischargeEfficiency: 0.95,
    floorSoc: 0.05,
    standbyW: 30,
    pv: [
      {
        name: 'Roof',
        coupling: 'ac',
        peakW: 3200,
        azimuthDeg: 180,
        strings: 2,
        phase: 'all',
        side: 'island',
        curtailStartHz: phaseCount === 2 ? 60.2 : 50.2,
        curtailStopHz: phaseCount === 2 ? 61.5 : 51.5,
        tripHz: phaseCount === 2 ? 62.5 : 52.5,
        restartS: 60,
      },
    ],
    loads: [
      load('fridge', 150, { duty: 0.4, startVa: 1200, startS: 0.4, circuitTag: 'c1' }),
      load('router', 20, { kind: 'router', circuitTag: 'c1' }),
      load('lights', 240, { circuitTag: 'c2' }),
      load('oven', 2200, { duty: 0.1, backedUp: false, circuitTag: 'c3' }),
    ],
    residualDevices: [{ tag: 'c1', iDeltaNMa: 30, circuitTags: ['c1'], leakageMa: 6 }],
    vehicle: vehicle ? { capacityWh: 50_000, chargeW: 7000, dischargeW: 3000, floorSoc: 0.3, phase: 'all' } : null,
    oldBatteryW,
    transformers: phases.map((phase) => ({ phase, enclosesPhase: phase, sign: transformerSign, ratio: 1, noiseW: 8 })),
    order: ['pv', 'battery', 'vehicle'],
    firmware,
    neededFirmware,
    networkProfile: 3,
    clockWrongH: 0,
    settings: {
      islandEnabled: 1,
      bondRelayEnabled: 1,
      reconnectDelayS: 60,
      reserveSocPercent: 20,
      reserveBandPercent: 5,
      chargeLimitW: 3000,
      dischargeLimitW: 3000,
    },
    stepS: { firmware: 60, pairing: 40, association: 30, profile: 20, limits: 5, transformers: 5 },
    startHour,
    startSoc,
  }
}

type LoadSpec = HouseSpec['loads'][number]
const load = (tag: string, powerW: number, more: Partial<LoadSpec>): LoadSpec => ({
  tag,
  name: tag,
  powerW,
  duty: 1,
  phase: 'all',
  backedUp: true,
  circuitTag: null,
  startVa: 0,
  startS: 0,
  kind: 'plain',
  ...more,
})
