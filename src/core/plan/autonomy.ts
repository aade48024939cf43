import { isWithin } from './dailyHours'
import { MONTH_DAYS, type YearProfile, profileFault } from './yearProfile'

/** Charging from the grid in a window of the day, by the clock's hours. */
export interface GridCharge {
  fromHour: number
  toHour: number
  targetSoc: number
  powerW: number
}

/** A battery system as the year meets it; capacity is the usable energy, powers are at the AC side. */
export interface AutonomySystem {
  capacityWh: number | null
  chargeEfficiency: number
  /** One way; `null` while it is not declared. */
  dischargeEfficiency: number | null
  /** `null` while what it is charged with is not declared; nothing else stands in for it. */
  chargeLimitW: number | null
  dischargeLimitW: number | null
  /** Kept back by normal operation; `null` while nobody has said how much. */
  reserveSoc: number | null
  /** Where discharge ends in an outage; `null` while nobody has said where. */
  floorSoc: number | null
  initialSoc: number
  gridCharge: GridCharge | null
  /** Share of the profile's load that is fed in an outage. */
  loadShare: number
  /** Of inverter and gateway; `null` while it is not declared. */
  standbyW: number | null
  /** Share of the profile's PV that feeds the island; `null` while it is not known. */
  pvShare: number | null
  maxHours: number
  /** Length of the outage that energy not served is reckoned for. */
  ensHours: number
}

/** A system of which everything is known that a year needs. */
export type KnownSystem = AutonomySystem & {
  capacityWh: number
  chargeLimitW: number
  dischargeLimitW: number
  pvShare: number
  reserveSoc: number
  dischargeEfficiency: number
  floorSoc: number
  standbyW: number
}

/** Whether everything is known of a system that a year needs. */
export const isKnownSystem = (system: AutonomySystem): system is KnownSystem =>
  system.capacityWh !== null &&
  system.chargeLimitW !== null &&
  system.dischargeLimitW !== null &&
  system.pvShare !== null &&
  system.reserveSoc !== null &&
  system.dischargeEfficiency !== null &&
  system.floorSoc !== null &&
  system.standbyW !== null

/** What is not known of a system, in words that follow “still needed:”. */
export const missingOfSystem = (system: AutonomySystem): string[] =>
  [
    system.capacityWh === null && 'its usable energy',
    system.dischargeLimitW === null && 'the night limit',
    system.chargeLimitW === null && 'what inverter and modules can be charged with',
    system.pvShare === null && 'the power of every PV system',
    system.reserveSoc === null && 'the backup reserve',
    system.dischargeEfficiency === null && 'the efficiency from battery to load',
    system.floorSoc === null && 'the floor in an outage',
    system.standbyW === null && 'the standby power',
  ].filter((word) => word !== false)

export interface Autonomy {
  p5H: number | null
  p50H: number | null
  p95H: number | null
  meanH: number | null
  /** Share of starts that still run after so many hours. */
  survival: Record<string, number> | null
  worstMonth: number | null
  worstMonthMeanH: number | null
  energyNotServedKWh: number | null
  powerFailShare: number | null
  meanStartSoc: number | null
  verdict: 'open' | null
}

/** The same with what the pictures need; absent where the verdict is Open. */
export interface AutonomyYear extends Autonomy {
  /** Hours each start lasts. */
  lastsH: Float64Array
  /** Share of starts still running at each whole hour, from 0 to `maxHours`. */
  curve: Float64Array
  monthMeanH: Float64Array
  /** State of charge that normal operation leaves at each start. */
  startSoc: Float64Array
  steps: number
}

const SURVIVAL_HOURS = [1, 2, 4, 8, 12, 24, 48, 72, 168, 336]
/** Keeps rounding from deciding exact ties, in Wh. */
const TIE_WH = 1e-6

const OPEN: Autonomy = {
  p5H: null,
  p50H: null,
  p95H: null,
  meanH: null,
  survival: null,
  worstMonth: null,
  worstMonthMeanH: null,
  energyNotServedKWh: null,
  powerFailShare: null,
  meanStartSoc: null,
  verdict: 'open',
}

/** Energy in the battery that normal operation leaves at the start of each step, in Wh, after a year run once to settle. */
function normalOperation({ loadW, pvW, stepH }: YearProfile, system: KnownSystem): Float64Array {
  const { capacityWh, dischargeLimitW, chargeEfficiency: etaC, dischargeEfficiency: etaD, gridCharge } = system
  const n = loadW.length
  const chargeWh = system.chargeLimitW * stepH
  const dischargeWh = dischargeLimitW * stepH
  const reserveWh = system.reserveSoc * capacityWh
  const targetWh = (gridCharge?.targetSoc ?? 0) * capacityWh
  const gridWh = (gridCharge?.powerW ?? 0) * stepH
  const perDay = Math.round(24 / stepH)
  const inWindow = new Uint8Array(perDay)
  if (gridCharge) for (let k = 0; k < perDay; k++) inWindow[k] = isWithin(k * stepH, gridCharge) ? 1 : 0
  const start = new Float64Array(n)
  let wh = system.initialSoc * capacityWh
  for (let pass = 0; pass < 2; pass++) {
    for (let h = 0, hour = 0; h < n; h++, hour = hour + 1 === perDay ? 0 : hour + 1) {
      start[h] = wh
      const deficit = ((loadW[h] as number) - (pvW[h] as number)) * stepH
      let charged = 0
      if (deficit < 0) {
        charged = Math.min(-deficit, chargeWh, (capacityWh - wh) / etaC)
        wh += charged * etaC
      } else if (deficit > 0 && inWindow[hour] === 0) {
        wh -= Math.min(deficit, dischargeWh, Math.max(0, wh - reserveWh) * etaD) / etaD
      }
      if (inWindow[hour] === 1 && wh < targetWh)
        wh += Math.min(gridWh, chargeWh - charged, (targetWh - wh) / etaC) * etaC
    }
  }
  return start
}

/** What an outage asks of the battery in each step, in Wh; below 0 where PV leaves something over. */
const outageNeed = ({ loadW, pvW, stepH }: YearProfile, { loadShare, pvShare, standbyW }: KnownSystem): Float64Array =>
  loadW.map((watts, j) => (watts * loadShare + standbyW - (pvW[j] as number) * pvShare) * stepH)

/**
 * What each step does to the energy in the battery, in Wh: what it can take in of a surplus, what it gives for a need, −∞ where the need is
 * beyond its power. Written out past the year's end so that the hot loop needs no modulo.
 */
function storedChange(
  need: Float64Array,
  chargeWh: number,
  dischargeWh: number,
  { chargeEfficiency, dischargeEfficiency }: KnownSystem,
  beyond: number,
): Float64Array {
  const n = need.length
  const change = new Float64Array(n + beyond)
  for (let j = 0; j < n + beyond; j++) {
    const want = need[j % n] as number
    change[j] =
      want <= 0
        ? Math.min(-want, chargeWh) * chargeEfficiency
        : want > dischargeWh + TIE_WH
          ? -Infinity
          : -want / dischargeEfficiency
  }
  return change
}

const element = (sorted: Float64Array, percent: number) =>
  sorted[Math.ceil((percent / 100) * sorted.length - 1e-9) - 1] ?? 0

/**
 * P-8: an outage from every step of a year, with the state of charge that normal operation left there, stepped until the demand cannot be
 * met or `maxHours`. A system of which capacity, a limit or the share of PV is not known is `null`s and Open. The stepping
 * is exact to the definition, in Wh instead of shares.
 *
 * @throws RangeError for a profile that is not a whole year, named with its rows
 */
export function autonomyOfYear(profile: YearProfile, system: AutonomySystem): AutonomyYear | null {
  const fault = profileFault(profile)
  if (fault) throw new RangeError(fault)
  if (!isKnownSystem(system)) return null
  const { capacityWh, dischargeLimitW, maxHours, loadShare, dischargeEfficiency: etaD } = system
  const { stepH, loadW } = profile
  const n = loadW.length
  const maxSteps = Math.round(maxHours / stepH)
  const startWh = normalOperation(profile, system)
  const need = outageNeed(profile, system)
  const dischargeWh = dischargeLimitW * stepH
  const change = storedChange(need, system.chargeLimitW * stepH, dischargeWh, system, maxSteps)
  const floorWh = system.floorSoc * capacityWh
  const roomWh = capacityWh - floorWh
  const emptyWh = -TIE_WH / etaD
  const ensSteps = Math.round(system.ensHours / stepH)
  const lastsH = new Float64Array(n)
  let [steps, byPower, sumH, notServedWh] = [0, 0, 0, 0]

  for (let h = 0; h < n; h++) {
    // energy above the floor: the step's change and one comparison are all that the hot loop does
    let aboveWh = (startWh[h] as number) - floorWh
    const end = h + maxSteps
    let j = h
    for (; j < end; j++) {
      const by = change[j] as number
      const after = Math.min(aboveWh + by, roomWh)
      if (after < emptyWh && by < 0) break
      aboveWh = after
    }
    let lasts = maxSteps
    if (j < end) {
      const want = need[j % n] as number
      const tooMuch = want > dischargeWh + TIE_WH
      if (tooMuch) byPower++
      lasts = j - h + (tooMuch ? 0 : (Math.max(0, aboveWh) * etaD) / want)
    }
    steps += Math.min(j - h + 1, maxSteps)
    lastsH[h] = lasts * stepH
    sumH += lasts * stepH
    for (let s = Math.floor(lasts); s < ensSteps; s++)
      notServedWh += Math.min(1, s + 1 - lasts) * (loadW[(h + s) % n] as number) * stepH * loadShare
  }
  return summary({
    lastsH,
    startWh,
    stepH,
    maxHours,
    capacityWh,
    initialSoc: system.initialSoc,
    byPower,
    sumH,
    notServedWh,
    steps,
  })
}

interface Counted {
  lastsH: Float64Array
  startWh: Float64Array
  stepH: number
  maxHours: number
  capacityWh: number
  initialSoc: number
  byPower: number
  sumH: number
  notServedWh: number
  steps: number
}

function summary({
  lastsH,
  startWh,
  stepH,
  maxHours,
  capacityWh,
  initialSoc,
  byPower,
  sumH,
  notServedWh,
  steps,
}: Counted): AutonomyYear {
  const n = lastsH.length
  const sorted = lastsH.slice().sort()
  const curve = new Float64Array(maxHours + 1)
  for (let t = 0, at = 0; t <= maxHours; t++) {
    while (at < n && (sorted[at] as number) < t - 1e-9) at++
    curve[t] = (n - at) / n
  }
  const monthMeanH = new Float64Array(12)
  let at = 0
  MONTH_DAYS.forEach((days, month) => {
    const own = lastsH.subarray(at, (at += Math.round((days * 24) / stepH)))
    monthMeanH[month] = own.reduce((sum, hours) => sum + hours, 0) / own.length
  })
  const worst = monthMeanH.reduce((least, hours, month) => (hours < (monthMeanH[least] as number) ? month : least), 0)
  const startSoc = capacityWh === 0 ? new Float64Array(n).fill(initialSoc) : startWh.map((wh) => wh / capacityWh)
  return {
    p5H: element(sorted, 5),
    p50H: element(sorted, 50),
    p95H: element(sorted, 95),
    meanH: sumH / n,
    survival: Object.fromEntries(
      SURVIVAL_HOURS.filter((hours) => hours <= maxHours).map((hours) => [hours, curve[hours] as number]),
    ),
    worstMonth: worst + 1,
    worstMonthMeanH: monthMeanH[worst] as number,
    energyNotServedKWh: notServedWh / n / 1000,
    powerFailShare: byPower / n,
    meanStartSoc: startSoc.reduce((sum, soc) => sum + soc, 0) / n,
    verdict: null,
    lastsH,
    curve,
    monthMeanH,
    startSoc,
    steps,
  }
}

/** P-8 as figures alone, with `null`s and Open where capacity or discharge limit is missing. */
export function autonomy(profile: YearProfile, system: AutonomySystem): Autonomy {
  const year = autonomyOfYear(profile, system)
  if (year === null) return OPEN
  const { lastsH: _lasts, curve: _curve, monthMeanH: _months, startSoc: _soc, steps: _steps, ...figures } = year
  return figures
}

/** One hour of an outage for the hour-by-hour picture; watts are means of the hour, `soc` is at its start. */
export interface OutageHour {
  hour: number
  soc: number
  loadW: number
  /** What the outage plan has turned off of it. */
  shedW: number
  pvW: number
  /** PV that neither load nor battery can take. */
  curtailedW: number
  /** Battery power at the AC side, discharge positive. */
  batteryW: number
  state: 'runs' | 'lacksPower' | 'lacksEnergy'
}

/**
 * P-8, one outage hour by hour from `startStep` for `hours`: state of charge, PV, load, what is shed; it goes on after a failure so that
 * the picture shows when the sun would bring it back, though P-8 itself counts no restart.
 */
export function outageHours(
  profile: YearProfile,
  system: KnownSystem,
  startStep: number,
  startSoc: number,
  hours: number,
): OutageHour[] {
  const { stepH, loadW, pvW } = profile
  const {
    capacityWh,
    dischargeLimitW,
    chargeLimitW,
    chargeEfficiency: etaC,
    dischargeEfficiency: etaD,
    floorSoc,
  } = system
  const n = loadW.length
  let wh = startSoc * capacityWh
  return Array.from({ length: Math.round(hours / stepH) }, (_, k): OutageHour => {
    const j = (startStep + k) % n
    const whole = loadW[j] as number
    const kept = whole * system.loadShare
    const sun = (pvW[j] as number) * system.pvShare
    const want = (kept + system.standbyW - sun) * stepH
    const hour: OutageHour = {
      hour: k * stepH,
      soc: capacityWh === 0 ? startSoc : wh / capacityWh,
      loadW: kept,
      shedW: whole - kept,
      pvW: sun,
      curtailedW: 0,
      batteryW: 0,
      state: 'runs',
    }
    if (want <= 0) {
      const taken = Math.min(-want, chargeLimitW * stepH, (capacityWh - wh) / etaC)
      wh += taken * etaC
      return { ...hour, batteryW: -taken / stepH, curtailedW: Math.max(0, (-want - taken) / stepH) }
    }
    if (want > dischargeLimitW * stepH + TIE_WH) return { ...hour, state: 'lacksPower', curtailedW: sun }
    if (Math.max(0, wh - floorSoc * capacityWh) * etaD < want - TIE_WH)
      return { ...hour, state: 'lacksEnergy', curtailedW: sun }
    wh -= want / etaD
    return { ...hour, batteryW: want / stepH }
  })
}
