import type { Limits } from '../rules/rulePack'
import { type BalanceTest, balanceTest } from '../settings/balanceTest'
import { type ForcedPower, forcedPower } from '../settings/forcedPower'
import type { PowerLog } from '../settings/powerRows'
import type { LogMarks, LogTest } from './logMarks'
import { type LogView, rowAt } from './logRows'

export type JudgedLogTest = LogTest & (BalanceTest | ForcedPower)

/** Rows of a window laid out evenly from its start: what is not in the log is `null`. */
function windowOf(view: LogView, { fromS, toS }: LogTest): PowerLog {
  const { periodS, timeS } = view
  const count = Math.max(0, Math.round((toS - fromS) / periodS))
  const column = (values: Float64Array | null) => {
    if (values === null) return null
    const rows = Array<number | null>(count).fill(null)
    for (let row = rowAt(view, fromS); row < view.rows && (timeS[row] as number) < toS - 1e-9; row++) {
      const place = Math.round(((timeS[row] as number) - fromS) / periodS)
      const value = values[row] as number
      if (place < count && !Number.isNaN(value)) rows[place] = value
    }
    return rows
  }
  return {
    periodS,
    pvW: column(view.pv),
    loadW: column(view.load),
    batteryW: column(view.battery),
    gridW: column(view.grid),
    soc: null,
  }
}

/** T-11 from a log: each working test in its window, against what is declared. */
export function logWorkingTests(view: LogView, { tests, declared }: LogMarks, limits: Limits): JudgedLogTest[] {
  return tests.map((test): JudgedLogTest => {
    const log = windowOf(view, test)
    if (test.kind === 'forcedCharge' || test.kind === 'forcedDischarge')
      return { ...test, ...forcedPower({ kind: test.kind, log, pair: null, setW: test.setW ?? null }) }
    const found = balanceTest(
      {
        kind: test.kind,
        log,
        pair: null,
        chargeLimitW: declared.chargeLimitW ?? null,
        dischargeLimitW: declared.dischargeLimitW ?? null,
        fullSoc: null,
        floorSoc: null,
        residualLimitW: declared.residualW ?? null,
      },
      limits,
    )
    return { ...test, ...found }
  })
}
