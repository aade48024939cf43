import { CloudView, type CloudReport } from './cloudView'
import { type Fault, FAULT_KIND_NAMES, applyFaults, choicesOf } from './faults/faults'
import { type House, makeHouse } from './model/house'
import type { HouseSpec } from './model/houseSpec'
import { liveValues } from './model/live'
import { stepHouse } from './model/stepHouse'
import { PowerLogger } from './powerLogger'
import { type Capture, capturesOf, kept } from './recorder'

export const SPEEDS = [0, 1, 10, 60] as const
export type Speed = (typeof SPEEDS)[number]

/** A house with all that watches it: its recorder, its logger, and what its maker's cloud has heard. */
export class PracticeHouse {
  house: House
  speed: Speed = 1
  captures: Capture[] = []
  /** How many faults somebody hid; which they are is for whoever hid them. */
  hidden: readonly Fault[] = []
  revealed = false
  readonly logger = new PowerLogger()
  private readonly cloud = new CloudView()
  private seenAtS = -1

  constructor(readonly spec: HouseSpec) {
    this.house = makeHouse(spec)
  }

  /** Lets it live for `realS` of the wall's clock, at its speed; by hand where it is paused. */
  tick(realS: number, wallMs: number): void {
    if (this.speed > 0) this.step(realS * this.speed, wallMs)
  }

  step(seconds: number, wallMs: number): void {
    stepHouse(this.house, seconds)
    const { house } = this
    const fresh = house.events.filter(({ atS }) => atS > this.seenAtS)
    this.seenAtS = house.timeS
    this.captures = kept([...this.captures, ...capturesOf(house, fresh)])
    this.logger.take(house, wallMs)
    this.cloud.send(house.timeS, liveValues(house), house.routerUp)
  }

  cloudReport(): CloudReport | null {
    return this.cloud.report(this.house.timeS)
  }

  /** Hides faults in it. @returns kinds that it has nothing for */
  hide(faults: readonly Fault[]): string[] {
    const leftOut = applyFaults(this.house, faults)
    this.hidden = [...this.hidden, ...faults.filter(({ kind }) => !leftOut.includes(kind))]
    this.revealed = false
    return leftOut
  }

  /** Hides one fault that nobody chose, of those this house can have and does not have yet. */
  hideAny(random: () => number): void {
    const kinds = FAULT_KIND_NAMES.filter(
      (kind) => choicesOf(this.house, kind) > 0 && !this.hidden.some((one) => one.kind === kind),
    )
    const kind = kinds[Math.floor(random() * kinds.length)]
    if (kind) this.hide([{ kind, at: Math.floor(random() * choicesOf(this.house, kind)) }])
  }
}
