import { LASTED_SLOT, WORST_SLOT, type WorkingTest } from '../evidence/families/workingTests'
import type { Unit } from '../quantity/units'
import type { BalanceTest } from './balanceTest'
import type { ForcedPower } from './forcedPower'

/** One figure of a stretch, for its slot of the working test's point. */
export interface WindowFigure {
  slot: string
  value: number
  unit: Unit
}

const watts = (slot: string, value: number | null): WindowFigure[] =>
  value === null ? [] : [{ slot, value: Math.round(value), unit: 'W' }]

/**
 * What is kept of a stretch that was judged: its means, its worst minute, and how long it was, from the beginning of its settling. Nothing of one that
 * shows nothing.
 *
 * @param setW power that was commanded, of a forced test
 * @example windowFigures('cover', { verdict: 'open', … }, 120, null) // => []
 */
export function windowFigures(
  kind: WorkingTest,
  found: BalanceTest | ForcedPower,
  lastedS: number,
  setW: number | null,
): WindowFigure[] {
  if (found.verdict === 'open') return []
  const long: WindowFigure = { slot: LASTED_SLOT, value: Math.round(lastedS), unit: 's' }
  if ('residualW' in found) {
    const { pvW, loadW, batteryW, gridW, residualW } = found
    return [
      ...watts('pv', pvW),
      ...watts('load', loadW),
      ...watts('battery', batteryW),
      ...watts('grid', gridW),
      ...watts(WORST_SLOT, residualW),
      long,
    ]
  }
  // the battery's own sign: what it takes is below 0
  const batteryW = found.reachedW === null || kind !== 'forcedCharge' ? found.reachedW : -found.reachedW
  return [...watts('set', setW), ...watts('battery', batteryW), long]
}
