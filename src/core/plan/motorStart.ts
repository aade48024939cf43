import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import type { Limit, LimitKey } from '../rules/rulePack'
import type { PlanMark } from '../rules/verdict'

export const STARTERS = ['direct', 'soft', 'vsd'] as const
export type Starter = (typeof STARTERS)[number]
export const STARTER_WORDS: Readonly<Record<Starter, string>> = {
  direct: 'direct',
  soft: 'soft start',
  vsd: 'variable-speed drive',
}

/** Locked-rotor kVA per hp by code letter: the upper end of each letter's range. V has none and gives no estimate (P-5). */
export const KVA_PER_HP: Readonly<Record<string, number>> = {
  A: 3.14,
  B: 3.54,
  C: 3.99,
  D: 4.49,
  E: 4.99,
  F: 5.59,
  G: 6.29,
  H: 7.09,
  J: 7.99,
  K: 8.99,
  L: 9.99,
  M: 11.19,
  N: 12.49,
  P: 13.99,
  R: 15.99,
  S: 17.99,
  T: 19.99,
  U: 22.39,
}
export const CODE_LETTERS = [...Object.keys(KVA_PER_HP), 'V'] as const

export interface MotorStartInput {
  /** Phases of the motor; `voltageV` is line to line for three. */
  phases: 1 | 3
  voltageV: number
  lraA: number | null
  codeLetter: string | null
  hp: number | null
  runningCurrentA: number | null
  starter: Starter
  /** Share of the locked-rotor current at start; `null` takes the pack's figure for the starter. */
  startFactor: number | null
  othersVa: number
  surgeVa: number | null
  surgeS: number | null
  startS: number | null
  deviceA: number | null
  makerMaxLraA: number | null
  makerMaxDeviceA: number | null
}

export interface MotorStart {
  startVa: number | null
  totalVa: number | null
  ratio: number | null
  sagPerUnit: number | null
  torquePerUnit: number | null
  /** The plate is silent on locked-rotor amps; the figure is estimated and never better than Tight; `null` without even that. */
  estimate: boolean | null
  verdict: PlanMark
}

/** Locked-rotor volt-amperes with k = 1, and whether they are estimated; `null` when nothing on the plate tells. */
function lockedRotor(
  { phases, voltageV, lraA, codeLetter, hp, runningCurrentA }: MotorStartInput,
  runningMultiple: number,
): { va: number; estimate: boolean } | null {
  const perAmp = (phases === 3 ? Math.sqrt(3) : 1) * voltageV
  if (lraA !== null) return { va: lraA * perAmp, estimate: false }
  const kVaPerHp = codeLetter === null ? undefined : KVA_PER_HP[codeLetter]
  if (kVaPerHp !== undefined && hp !== null) return { va: 1000 * kVaPerHp * hp, estimate: true }
  return runningCurrentA === null ? null : { va: runningMultiple * runningCurrentA * perAmp, estimate: true }
}

/**
 * P-5: a motor start against what the source can surge: `Sstart = k·LRA·U` (√3 for three phases) with the others running, the sag of a
 * current-limited source `min(1, surge/total)` and the torque left, its square. Fits up to 80 %, Tight up to 100 %, Exceeds above, when
 * the start outlasts the surge, or when the maker's own ceilings are passed. An estimate is never better than Tight; what cannot be worked out is `null` and Open.
 */
export function motorStart(
  input: MotorStartInput,
  limits: Readonly<Record<LimitKey, Limit>> = RULE_PACKS['iec-1ph-230'].limits,
): MotorStart {
  const { lraA, makerMaxLraA, deviceA, makerMaxDeviceA, startS, surgeS, surgeVa, othersVa, starter } = input
  const locked = lockedRotor(input, limits.motorRunningMultiple.value)
  const factor =
    input.startFactor ?? { direct: 1, soft: limits.motorSoftFactor.value, vsd: limits.motorDriveFactor.value }[starter]
  const startVa = locked && factor * locked.va
  const totalVa = startVa === null ? null : startVa + othersVa
  const sagPerUnit = totalVa === null || surgeVa === null ? null : totalVa === 0 ? 1 : Math.min(1, surgeVa / totalVa)
  const ratio = totalVa === null || !surgeVa ? null : totalVa / surgeVa
  const estimate = locked && locked.estimate
  const beyond = (value: number | null, ceiling: number | null) =>
    value !== null && ceiling !== null && !atMost(value, ceiling)

  let verdict: PlanMark
  if (beyond(lraA, makerMaxLraA) || beyond(deviceA, makerMaxDeviceA)) verdict = 'exceeds'
  else if (totalVa === null || startS === null || surgeS === null || surgeVa === null) verdict = 'open'
  else if (surgeVa === 0 || !atMost(totalVa, surgeVa) || !atMost(startS, surgeS)) verdict = 'exceeds'
  else verdict = estimate || !atMost(totalVa, limits.motorFitsShare.value * surgeVa) ? 'tight' : 'fits'
  return {
    startVa,
    totalVa,
    ratio,
    sagPerUnit,
    torquePerUnit: sagPerUnit === null ? null : sagPerUnit ** 2,
    estimate,
    verdict,
  }
}
