import type { Phase } from '@/core/rules/rulePack'
import type { OnPhase } from './houseSpec'

/** Adds a power to the phases it hangs on; one that hangs on all is shared out evenly. */
export function addOnPhase(sum: number[], phases: readonly Phase[], phase: OnPhase, watts: number): void {
  const at = phase === 'all' ? -1 : phases.indexOf(phase)
  if (at >= 0) sum[at] = (sum[at] ?? 0) + watts
  else phases.forEach((_, k) => (sum[k] = (sum[k] ?? 0) + watts / phases.length))
}

/** Share of nominal that the weakest phase of a load has. */
export function voltageShare(volts: readonly number[], phases: readonly Phase[], phase: OnPhase, nominalV: number) {
  const own = phase === 'all' ? Math.min(...volts) : (volts[phases.indexOf(phase)] ?? Math.min(...volts))
  return own / nominalV
}

export const sumOf = (list: readonly number[]): number => list.reduce((sum, one) => sum + one, 0)
