import { atLeast } from '../quantity/tolerance'

/** What is set, and the battery it is set on; any of it `null` while nobody knows it. */
export interface ReserveSettings {
  capacityWh: number
  chargeEfficiency: number
  dischargeEfficiency: number
  chargeLimitW: number
  dischargeLimitW: number
  /** Power with which the battery is filled from the street. */
  gridChargeW: number
  floorSoc: number
  /** Below it the street carries the house; back to the battery only `bandSoc` above. */
  fallbackSoc: number
  bandSoc: number
  chargeFromGridSoc: number
  chargeStopSoc: number
  startSoc: number
}

export interface ReserveDayInput extends Readonly<{ [Key in keyof ReserveSettings]: number | null }> {
  /** Means of each step, in watts. */
  loadW: readonly number[]
  pvW: readonly number[]
  stepMinutes: number
}

export type ReserveMode = 'battery' | 'grid'

/** The day step by step, for drawing. */
export interface ReserveTrack {
  /** State of charge at the end of each step, 0…1. */
  soc: Float64Array
  mode: ReserveMode[]
}

export interface ReserveDay {
  switchCount: number | null
  hoursOnGrid: number | null
  gridChargeHours: number | null
  importKWh: number | null
  exportKWh: number | null
  dischargedKWh: number | null
  chargedKWh: number | null
  endSoc: number | null
  lowestSoc: number | null
  bandTooSmall: boolean | null
  /** Nothing is judged; Open where a setting is missing. */
  verdict: 'open' | null
  track: ReserveTrack | null
}

const UNKNOWN: ReserveDay = {
  switchCount: null,
  hoursOnGrid: null,
  gridChargeHours: null,
  importKWh: null,
  exportKWh: null,
  dischargedKWh: null,
  chargedKWh: null,
  endSoc: null,
  lowestSoc: null,
  bandTooSmall: null,
  verdict: 'open',
  track: null,
}

const SETTING_KEYS = [
  'capacityWh',
  'chargeEfficiency',
  'dischargeEfficiency',
  'chargeLimitW',
  'dischargeLimitW',
  'gridChargeW',
  'floorSoc',
  'fallbackSoc',
  'bandSoc',
  'chargeFromGridSoc',
  'chargeStopSoc',
  'startSoc',
] as const satisfies readonly (keyof ReserveSettings)[]

/** Powers of one step on the AC side, in watts. */
interface StepPowers {
  chargeW: number
  dischargeW: number
  gridChargeW: number
  importW: number
  exportW: number
}

/** What flows in one step, given the mode, the state of charge at its start and whether the street fills the battery. */
function stepPowers(
  set: ReserveSettings,
  step: { mode: ReserveMode; soc: number; charging: boolean; loadW: number; pvW: number; dtH: number },
): StepPowers {
  const { mode, soc, charging, loadW, pvW, dtH } = step
  const roomW = ((1 - soc) * set.capacityWh) / set.chargeEfficiency / dtH
  const wantedW = loadW - pvW
  const flow: StepPowers = { chargeW: 0, dischargeW: 0, gridChargeW: 0, importW: 0, exportW: 0 }
  if (mode === 'grid') {
    flow.chargeW = Math.min(pvW, set.chargeLimitW, roomW)
    const restW = pvW - flow.chargeW
    flow.importW = Math.max(0, loadW - restW)
    flow.exportW = Math.max(0, restW - loadW)
  } else if (wantedW <= 0) {
    flow.chargeW = Math.min(-wantedW, set.chargeLimitW, roomW)
    flow.exportW = -wantedW - flow.chargeW
  } else {
    const storedW = (Math.max(0, soc - set.floorSoc) * set.capacityWh * set.dischargeEfficiency) / dtH
    flow.dischargeW = Math.min(wantedW, set.dischargeLimitW, storedW)
    flow.importW = wantedW - flow.dischargeW
  }
  if (charging && flow.dischargeW === 0) {
    flow.gridChargeW = Math.max(0, Math.min(set.gridChargeW, set.chargeLimitW - flow.chargeW, roomW - flow.chargeW))
    flow.importW += flow.gridChargeW
  }
  return flow
}

const changedMode = (mode: ReserveMode, soc: number, { fallbackSoc, bandSoc }: ReserveSettings): ReserveMode => {
  if (mode === 'battery') return soc < fallbackSoc ? 'grid' : 'battery'
  return soc >= fallbackSoc + bandSoc ? 'battery' : 'grid'
}

/**
 * S-3: a day with a reserve, its fallback and its band, step by step: how often the house changes between battery and street, how long
 * the street carries it, and where the charge ends. A band below the pack's least is said (`bandTooSmall`); a missing setting is Open.
 *
 * @param bandMinSoc the least band that keeps the house from going to and fro, 0…1
 */
export function reserveDay(input: ReserveDayInput, bandMinSoc: number): ReserveDay {
  if (SETTING_KEYS.some((key) => input[key] === null)) return UNKNOWN
  const set = input as unknown as ReserveSettings
  const { loadW, pvW, stepMinutes } = input
  const steps = loadW.length
  const dtH = stepMinutes / 60
  const track: ReserveTrack = { soc: new Float64Array(steps), mode: [] }
  let soc = set.startSoc
  let mode: ReserveMode = soc >= set.fallbackSoc ? 'battery' : 'grid'
  let charging = false
  let lowestSoc = soc
  let switchCount = 0
  let stepsOnGrid = 0
  let stepsCharging = 0
  const sumW = { import: 0, export: 0, discharge: 0, charge: 0 }
  for (let step = 0; step < steps; step++) {
    const now = changedMode(mode, soc, set)
    if (now !== mode) switchCount++
    mode = now
    if (soc < set.chargeFromGridSoc) charging = true
    if (soc >= set.chargeStopSoc) charging = false
    const flow = stepPowers(set, { mode, soc, charging, loadW: loadW[step] ?? 0, pvW: pvW[step] ?? 0, dtH })
    const storedW = (flow.chargeW + flow.gridChargeW) * set.chargeEfficiency - flow.dischargeW / set.dischargeEfficiency
    soc += (storedW * dtH) / set.capacityWh
    lowestSoc = Math.min(lowestSoc, soc)
    if (mode === 'grid') stepsOnGrid++
    if (flow.gridChargeW > 0) stepsCharging++
    sumW.import += flow.importW
    sumW.export += flow.exportW
    sumW.discharge += flow.dischargeW
    sumW.charge += flow.chargeW + flow.gridChargeW
    track.soc[step] = soc
    track.mode.push(mode)
  }
  const kWh = (w: number) => (w * dtH) / 1000
  return {
    switchCount,
    hoursOnGrid: stepsOnGrid * dtH,
    gridChargeHours: stepsCharging * dtH,
    importKWh: kWh(sumW.import),
    exportKWh: kWh(sumW.export),
    dischargedKWh: kWh(sumW.discharge),
    chargedKWh: kWh(sumW.charge),
    endSoc: soc,
    lowestSoc,
    bandTooSmall: !atLeast(set.bandSoc, bandMinSoc),
    verdict: null,
    track,
  }
}
