import type { House } from './model/house'
import { liveValues } from './model/live'

/** Rows that are kept: two hours of seconds. */
const MOST_ROWS = 7200
export const LOG_HEAD = 'time,grid W,pv W,battery W,house W,soc %,house V,house Hz'

/** A row each second of the house's time, as an installer's data logger keeps it. */
export class PowerLogger {
  private readonly rows: string[] = []
  private nextS = 0

  take(house: House, wallMs: number): void {
    if (house.timeS < this.nextS) return
    this.nextS = Math.floor(house.timeS) + 1
    const { gridW, pvW, batteryW, houseW, socPercent, houseV, houseHz } = liveValues(house)
    const cells = [gridW, pvW, batteryW, houseW].map((watts) => Math.round(watts))
    this.rows.push(
      [new Date(wallMs).toISOString(), ...cells, socPercent.toFixed(2), houseV.toFixed(1), houseHz.toFixed(3)].join(
        ',',
      ),
    )
    if (this.rows.length > MOST_ROWS) this.rows.shift()
  }

  csv(): string {
    return `${[LOG_HEAD, ...this.rows].join('\n')}\n`
  }
}
