import type { KnownSystem } from './autonomy'
import type { SelfConsumption } from './selfConsumption'
import type { Prices } from './tariff'
import { type YearProfile, profileFault } from './yearProfile'

/** How a battery follows prices. */
export interface FollowRule {
  /** What may be drawn from the street for charging, in watts. */
  gridChargeW: number
  /** Whether it may give to the street; that needs the network operator's permission. */
  sells: boolean
  /** What may go to the street at once, in watts. */
  exportLimitW: number
  /** What a kWh through the battery wears off it, in the tariff's currency. */
  wearPerKWh: number
}

/** A year in which the battery follows prices: value and cost are with its wear. */
export interface FollowedYear extends SelfConsumption {
  /** Given to the street out of the battery. */
  soldKWh: number
  wearPerYear: number
}

/** Charges that a day is thought through for, from the reserve to full. */
const LEVELS = 21
/** Prices of the next day are known by the evening: what is done today looks that far. */
const DAYS_AHEAD = 2
/** Days of the end of the year that are run first, so that the charge on its first morning is its own. */
const SETTLING_DAYS = 7

/** What may be done in a step: leave the battery, use it, buy into it, sell out of it, or sell the sun and not store it. */
const ACTS = ['keep', 'use', 'buy', 'sell', 'spill'] as const
type Act = (typeof ACTS)[number]

/** One step as an act leaves it, all in Wh but the cost. */
interface Moved {
  endWh: number
  sunIn: number
  gridIn: number
  toLoad: number
  sold: number
  exported: number
  fromGrid: number
  cost: number
}

/** Everything that stays the same through the year. */
interface Frame {
  profile: YearProfile
  system: KnownSystem
  prices: Prices
  rule: FollowRule
  perDay: number
  reserveWh: number
}

/** Writes what an act comes to into `into`: it is asked millions of times, and leaves nothing behind. */
function move(
  { profile, system, prices, rule, reserveWh }: Frame,
  act: Act,
  wh: number,
  k: number,
  into: Moved,
): Moved {
  const { stepH, loadW, pvW } = profile
  const { capacityWh, chargeEfficiency: etaC, dischargeEfficiency: etaD } = system
  const want = (loadW[k] as number) * stepH + system.standbyW * stepH
  const sun = (pvW[k] as number) * stepH
  const direct = Math.min(want, sun)
  const surplus = sun - direct
  const deficit = want - direct
  const exportRoom = rule.exportLimitW * stepH
  const room = Math.min(system.chargeLimitW * stepH, (capacityWh - wh) / etaC)
  const sunIn = act === 'spill' || act === 'sell' ? 0 : Math.min(surplus, room)
  const gridIn = act === 'buy' ? Math.min(rule.gridChargeW * stepH, room - sunIn) : 0
  const most = Math.min(system.dischargeLimitW * stepH, Math.max(0, wh - reserveWh) * etaD)
  const toLoad = act === 'use' || act === 'sell' ? Math.min(deficit, most) : 0
  const sold = act === 'sell' ? Math.min(most - toLoad, Math.max(0, exportRoom - surplus)) : 0
  const exported = Math.min(exportRoom, surplus - sunIn)
  const fromGrid = deficit - toLoad
  into.sunIn = sunIn
  into.gridIn = gridIn
  into.toLoad = toLoad
  into.sold = sold
  into.exported = exported
  into.fromGrid = fromGrid
  into.endWh = wh + (sunIn + gridIn) * etaC - (toLoad + sold) / etaD
  into.cost =
    ((fromGrid + gridIn) * (prices.importPerKWh[k] as number) -
      (exported + sold) * (prices.exportPerKWh[k] as number) +
      (toLoad + sold) * rule.wearPerKWh) /
    1000
  return into
}

const nothingMoved = (): Moved => ({
  endWh: 0,
  sunIn: 0,
  gridIn: 0,
  toLoad: 0,
  sold: 0,
  exported: 0,
  fromGrid: 0,
  cost: 0,
})

/** What is left to pay after each step of the days ahead, by charge: filled from their end back, in place. */
class DaysAhead {
  readonly #cost: Float64Array
  readonly #frame: Frame
  readonly #acts: readonly Act[]
  readonly #stepWh: number
  #tried = nothingMoved()
  #best = nothingMoved()

  constructor(frame: Frame) {
    this.#frame = frame
    this.#cost = new Float64Array((DAYS_AHEAD * frame.perDay + 1) * LEVELS)
    this.#acts = frame.rule.sells ? ACTS : ACTS.filter((act) => act !== 'sell' && act !== 'spill')
    this.#stepWh = (frame.system.capacityWh - frame.reserveWh) / (LEVELS - 1)
  }

  /** Still to pay from a step on with this charge, between the two levels beside it. */
  #after(row: number, wh: number): number {
    const at = Math.min(LEVELS - 1, Math.max(0, (wh - this.#frame.reserveWh) / this.#stepWh))
    const low = Math.min(LEVELS - 2, Math.floor(at))
    const from = row * LEVELS + low
    const a = this.#cost[from] as number
    return a + (at - low) * ((this.#cost[from + 1] as number) - a)
  }

  /** Thinks the days from step `from` to `to` through; what is left in the end is worth no more than the cheapest hour saves. */
  think(from: number, to: number): void {
    const { system, prices, reserveWh } = this.#frame
    let cheapest = Infinity
    for (let k = from; k < to; k++) cheapest = Math.min(cheapest, prices.importPerKWh[k] as number)
    const last = to - from
    for (let level = 0; level < LEVELS; level++)
      this.#cost[last * LEVELS + level] =
        (-level * this.#stepWh * system.dischargeEfficiency * Math.max(0, cheapest)) / 1000
    for (let row = last - 1; row >= 0; row--)
      for (let level = 0; level < LEVELS; level++) {
        const wh = reserveWh + level * this.#stepWh
        let least = Infinity
        for (const act of this.#acts) {
          const step = move(this.#frame, act, wh, from + row, this.#tried)
          least = Math.min(least, step.cost + this.#after(row + 1, step.endWh))
        }
        this.#cost[row * LEVELS + level] = least
      }
  }

  /** The act that leaves least to pay, in the row of a step; good until it is asked again. */
  best(row: number, wh: number, k: number): Moved {
    let least = Infinity
    for (const act of this.#acts) {
      const step = move(this.#frame, act, wh, k, this.#tried)
      const left = step.cost + this.#after(row + 1, step.endWh)
      if (left >= least) continue
      least = left
      ;[this.#tried, this.#best] = [this.#best, this.#tried]
    }
    return this.#best
  }
}

/** Runs some days from a charge; `count` sees every step. */
function runDays(frame: Frame, fromDay: number, startWh: number, count: (step: Moved, k: number) => void): number {
  const { perDay, profile } = frame
  const ahead = new DaysAhead(frame)
  const n = profile.loadW.length
  let wh = startWh
  for (let day = fromDay; day * perDay < n; day++) {
    const from = day * perDay
    ahead.think(from, Math.min(n, from + DAYS_AHEAD * perDay))
    for (let row = 0; row < perDay && from + row < n; row++) {
      const step = ahead.best(row, wh, from + row)
      wh = step.endWh
      count(step, from + row)
    }
  }
  return wh
}

/**
 * P-14 with a battery that follows prices: each day it does what leaves least to pay until the end of the next, with the day's sun and load known. It is what
 * following could be worth at best; real forecasts come to less. The reserve is never touched, and what wears off is paid.
 *
 * @throws RangeError for a profile that is not a whole year
 * @example followedYear(profile, system, prices, { gridChargeW: 3000, sells: false, exportLimitW: 5000, wearPerKWh: 0.02 }).valuePerYear
 */
export function followedYear(
  profile: YearProfile,
  system: KnownSystem,
  prices: Prices,
  rule: FollowRule,
): FollowedYear {
  const fault = profileFault(profile)
  if (fault) throw new RangeError(fault)
  const { stepH, loadW, pvW } = profile
  const reserveWh = system.reserveSoc * system.capacityWh
  const perDay = Math.round(24 / stepH)
  const frame: Frame = { profile, system, prices, rule, perDay, reserveWh }
  const settled = runDays(frame, 365 - SETTLING_DAYS, reserveWh, () => undefined)
  const sums = {
    load: 0,
    pv: 0,
    sunIn: 0,
    gridIn: 0,
    toLoad: 0,
    sold: 0,
    exported: 0,
    fromGrid: 0,
    cost: 0,
    without: 0,
  }
  runDays(frame, 0, settled, (step, k) => {
    const house = (loadW[k] as number) * stepH
    const sun = (pvW[k] as number) * stepH
    sums.load += house + system.standbyW * stepH
    sums.pv += sun
    sums.sunIn += step.sunIn
    sums.gridIn += step.gridIn
    sums.toLoad += step.toLoad
    sums.sold += step.sold
    sums.exported += step.exported
    sums.fromGrid += step.fromGrid
    sums.cost += step.cost
    sums.without +=
      (Math.max(0, house - sun) * (prices.importPerKWh[k] as number) -
        Math.min(rule.exportLimitW * stepH, Math.max(0, sun - house)) * (prices.exportPerKWh[k] as number)) /
      1000
  })
  const { chargeEfficiency, dischargeEfficiency, capacityWh } = system
  const bought = sums.fromGrid + sums.gridIn * chargeEfficiency * dischargeEfficiency
  return {
    loadKWh: sums.load / 1000,
    pvKWh: sums.pv / 1000,
    pvToLoadKWh: (sums.load - sums.fromGrid - sums.toLoad) / 1000,
    pvToBatteryKWh: sums.sunIn / 1000,
    exportKWh: (sums.exported + sums.sold) / 1000,
    batteryToLoadKWh: sums.toLoad / 1000,
    gridToLoadKWh: sums.fromGrid / 1000,
    gridToBatteryKWh: sums.gridIn / 1000,
    importKWh: (sums.fromGrid + sums.gridIn) / 1000,
    selfConsumption: sums.pv > 0 ? (sums.load - sums.fromGrid - sums.toLoad + sums.sunIn) / sums.pv : null,
    selfSufficiency: sums.load > 0 ? Math.max(0, 1 - bought / sums.load) : 0,
    cyclesPerYear: capacityWh === 0 ? null : (sums.toLoad + sums.sold) / dischargeEfficiency / capacityWh,
    costPerYear: sums.cost,
    valuePerYear: sums.without - sums.cost,
    soldKWh: sums.sold / 1000,
    wearPerYear: ((sums.toLoad + sums.sold) * rule.wearPerKWh) / 1000,
  }
}
