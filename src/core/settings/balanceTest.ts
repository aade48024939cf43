import { atLeast, atMost } from '../quantity/tolerance'
import type { Limits } from '../rules/rulePack'
import type { Verdict } from '../rules/verdict'
import { type PowerLog, type PowerPair, ROWS_NEEDED, largestMean, meanOf, rowsThere } from './powerRows'

export interface BalanceTestInput {
  /** Surplus PV charges the battery, or the battery covers a load above PV. */
  kind: 'surplus' | 'cover'
  /** Exactly one of the two is given. */
  log: PowerLog | null
  pair: PowerPair | null
  /** What was kept of a stretch that was judged before: its means, its worst minute, and how long it was. */
  window?: PowerWindow | null
  chargeLimitW: number | null
  dischargeLimitW: number | null
  /** From which a battery counts as full, and down to which it may be used; shares of 1. */
  fullSoc: number | null
  floorSoc: number | null
  /** What may still go to or come from the street, in watts. */
  residualLimitW: number | null
}

/** Means of a stretch in watts, with what its worst minute left over for the street. */
export interface PowerWindow {
  pvW: number | null
  loadW: number | null
  batteryW: number | null
  gridW: number | null
  residualW: number | null
  lastedS: number
}

export interface BalanceTest {
  pvW: number | null
  loadW: number | null
  batteryW: number | null
  gridW: number | null
  /** The worst minute: what still went to the street (surplus), or came from it (cover). */
  residualW: number | null
  limitedBy: 'chargeLimit' | 'dischargeLimit' | null
  verdict: Verdict
}

const UNKNOWN: BalanceTest = {
  pvW: null,
  loadW: null,
  batteryW: null,
  gridW: null,
  residualW: null,
  limitedBy: null,
  verdict: 'open',
}

/** Seconds for settling, and the stretch that a residual is taken over. */
const SETTLING_S = 30
const RESIDUAL_S = 60
/** Share of its declared limit at which a battery gives or takes all it can. */
const AT_ITS_LIMIT = 0.95

type Seen = Pick<BalanceTest, 'residualW'> &
  Record<'pvW' | 'loadW' | 'batteryW' | 'gridW', number> & { soc: number | null }

/** What one row still exchanges with the street in the direction that should be nothing. */
const leftOver = (kind: BalanceTestInput['kind'], gridW: number) => Math.max(0, kind === 'surplus' ? -gridW : gridW)

function seenInLog(kind: BalanceTestInput['kind'], log: PowerLog): Seen | null {
  const { periodS, pvW, loadW, batteryW, gridW, soc } = log
  if (pvW === null || loadW === null || batteryW === null || gridW === null) return null
  const first = Math.ceil((SETTLING_S / periodS) * (1 - 1e-9))
  const spanS = pvW.length * periodS - SETTLING_S
  const whole = pvW.map((pv, k) =>
    pv === null || (loadW[k] ?? null) === null || (batteryW[k] ?? null) === null || (gridW[k] ?? null) === null
      ? null
      : k,
  )
  const judged = whole.slice(first)
  if (!atLeast(spanS, RESIDUAL_S) || !atLeast(rowsThere(judged), (ROWS_NEEDED * spanS) / periodS)) return null
  const mean = (column: readonly (number | null)[]) =>
    meanOf(judged.map((k) => (k === null ? null : (column[k] ?? null)))) as number
  const left = judged.map((k) => (k === null ? null : leftOver(kind, gridW[k] as number)))
  return {
    pvW: mean(pvW),
    loadW: mean(loadW),
    batteryW: mean(batteryW),
    gridW: mean(gridW),
    residualW: largestMean(left, Math.round(RESIDUAL_S / periodS)),
    soc,
  }
}

function seenInPair(kind: BalanceTestInput['kind'], pair: PowerPair): Seen | null {
  const { pvW, loadW, batteryW, gridW, soc } = pair
  if (pvW === null || loadW === null || batteryW === null || gridW === null) return null
  return { pvW, loadW, batteryW, gridW, residualW: leftOver(kind, gridW), soc }
}

function seenInWindow(
  { pvW, loadW, batteryW, gridW, residualW, lastedS }: PowerWindow,
  soc: number | null,
): Seen | null {
  if (pvW === null || loadW === null || batteryW === null || gridW === null || residualW === null) return null
  return atLeast(lastedS, SETTLING_S + RESIDUAL_S) ? { pvW, loadW, batteryW, gridW, residualW, soc } : null
}

/** Whether the moment can show anything: there is a surplus (or a load to cover), and room (or charge) for it. */
function canBeSeen(kind: BalanceTestInput['kind'], seen: Seen, fullSoc: number, floorSoc: number | null): boolean {
  if (kind === 'surplus') return !atMost(seen.pvW, seen.loadW) && (seen.soc === null || !atLeast(seen.soc, fullSoc))
  return !atMost(seen.loadW, seen.pvW) && (seen.soc === null || floorSoc === null || !atMost(seen.soc, floorSoc))
}

/**
 * T-11 with the grid present: surplus PV charges the battery, or a load above PV is covered by it, each with what is left over for the
 * street in its worst minute. A log can prove it; one moment typed from a display shows no minute and is Watch. A battery at its declared
 * limit is Watch and says so; a full one (or an empty one) shows nothing and is Open, as is a log that is too short or has holes.
 */
export function balanceTest(input: BalanceTestInput, limits: Limits): BalanceTest {
  const { kind, log, pair, window = null } = input
  const seen = window
    ? seenInWindow(window, pair?.soc ?? null)
    : log !== null
      ? seenInLog(kind, log)
      : pair !== null
        ? seenInPair(kind, pair)
        : null
  if (seen === null) return UNKNOWN
  const { soc: _, ...figures } = seen
  const judged = (verdict: Verdict, limitedBy: BalanceTest['limitedBy'] = null) => ({ ...figures, limitedBy, verdict })
  const fullSoc = input.fullSoc ?? limits.batteryFullPercent.value / 100
  if (seen.residualW === null || !canBeSeen(kind, seen, fullSoc, input.floorSoc)) return judged('open')
  if (atMost(seen.residualW, input.residualLimitW ?? limits.workingResidualMax.value))
    return judged(log === null && window === null ? 'watch' : 'proven')
  const limitW = kind === 'surplus' ? input.chargeLimitW : input.dischargeLimitW
  if (limitW === null) return judged('open')
  if (atLeast(Math.abs(seen.batteryW), AT_ITS_LIMIT * limitW))
    return judged('watch', kind === 'surplus' ? 'chargeLimit' : 'dischargeLimit')
  return judged('stop')
}
