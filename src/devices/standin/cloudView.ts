import type { LiveValues } from './model/live'

/** How far a maker's cloud is behind its gateway. */
const LAG_S = 60

export interface CloudReport {
  /** Moment the figures are from, in the house's time; they are this many seconds old. */
  atS: number
  ageS: number
  values: LiveValues
}

/** What a maker's app shows of a house: the figures of a minute ago, and old ones for as long as the router is down. */
export class CloudView {
  private readonly sent: { atS: number; values: LiveValues }[] = []

  /** The gateway sends what it has, while it is on line. */
  send(atS: number, values: LiveValues, onLine: boolean): void {
    if (onLine) this.sent.push({ atS, values })
    while (this.sent.length > 1 && (this.sent[1]?.atS ?? Infinity) <= atS - LAG_S) this.sent.shift()
  }

  /** The newest figures that have come through; `null` before any has. */
  report(nowS: number): CloudReport | null {
    const through = this.sent.filter(({ atS }) => atS <= nowS - LAG_S).at(-1)
    return through ? { ...through, ageS: nowS - through.atS } : null
  }
}
