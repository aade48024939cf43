import { atLeast, atMost } from '../quantity/tolerance'
import type { Limits } from '../rules/rulePack'
import type { Verdict } from '../rules/verdict'
import type { ReserveMode } from './reserveDay'

export interface ThresholdMoveInput {
  /** As newly set, and the state of charge it meets; shares of 1. */
  fallbackSoc: number | null
  bandSoc: number | null
  soc: number | null
  modeBefore: ReserveMode | null
  changedAtS: number | null
  /** How long the device may take; the pack's where it is `null`. */
  allowedS: number | null
  /** Who carried the house at which moment, by time. */
  observed: readonly { timeS: number; mode: ReserveMode }[]
}

export interface ThresholdMove {
  expectedMode: ReserveMode | null
  delayS: number | null
  verdict: Verdict
}

function modeAfter(
  { fallbackSoc, bandSoc, soc }: { fallbackSoc: number; bandSoc: number; soc: number },
  before: ReserveMode,
): ReserveMode {
  if (before === 'battery') return atLeast(soc, fallbackSoc) ? 'battery' : 'grid'
  return atLeast(soc, fallbackSoc + bandSoc) ? 'battery' : 'grid'
}

/**
 * T-11, one of the four moves of the reserve: a threshold is set so that the house must change over, and the house is watched. A threshold
 * that changes nothing shows nothing and is Open; a house that is seen to stay longer than it may is Stop, a late one Watch.
 */
export function thresholdMove(input: ThresholdMoveInput, limits: Limits): ThresholdMove {
  const { fallbackSoc, bandSoc, soc, modeBefore, changedAtS } = input
  if (fallbackSoc === null || bandSoc === null || soc === null || modeBefore === null)
    return { expectedMode: null, delayS: null, verdict: 'open' }
  const expectedMode = modeAfter({ fallbackSoc, bandSoc, soc }, modeBefore)
  if (expectedMode === modeBefore || changedAtS === null) return { expectedMode, delayS: null, verdict: 'open' }
  const allowedS = input.allowedS ?? limits.reserveMoveMax.value
  const after = input.observed.filter(({ timeS }) => timeS >= changedAtS)
  const lastOther = after.map(({ mode }) => mode === expectedMode).lastIndexOf(false)
  const first = after[lastOther + 1]
  if (first === undefined) {
    const longEnough = after.some(({ timeS }) => atLeast(timeS - changedAtS, allowedS))
    return { expectedMode, delayS: null, verdict: longEnough ? 'stop' : 'open' }
  }
  const delayS = first.timeS - changedAtS
  return { expectedMode, delayS, verdict: atMost(delayS, allowedS) ? 'proven' : 'watch' }
}
