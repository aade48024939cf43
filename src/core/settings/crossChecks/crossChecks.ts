import type { RulePack } from '../../rules/rulePack'
import { type Verdict, worstVerdict } from '../../rules/verdict'
import type { CrossCheckResult, Unread } from './crossCheck'
import {
  type ClockPart,
  type CtPart,
  type FirmwareItem,
  asLeftModeCheck,
  bondRelayCheck,
  clockCheck,
  ctCheck,
  firmwareCheck,
  phaseCountCheck,
} from './deviceChecks'
import {
  type ChargePowerPart,
  type FallbackPart,
  type ReservePart,
  chargePowerCheck,
  fallbackCheck,
  reserveCheck,
} from './energyChecks'
import {
  type ExportLimitPart,
  type FrequencyShiftPart,
  type SupplyPart,
  exportLimitCheck,
  frequencyShiftCheck,
  profileCheck,
  supplyCheck,
} from './gridChecks'

/** What each check is given. */
export interface CrossCheckParts {
  reserve: Unread<ReservePart>
  fallback: Unread<FallbackPart>
  chargePower: Unread<ChargePowerPart>
  exportLimit: Unread<ExportLimitPart>
  ct: Unread<CtPart>
  frequencyShift: Unread<FrequencyShiftPart>
  phaseCount: Unread<{ set: number; planned: number }>
  clock: Unread<ClockPart>
  firmware: readonly FirmwareItem[]
  bondRelay: Unread<{ enabled: boolean; needed: boolean }>
  asLeftMode: Unread<{ left: string; planned: string }>
  supply: Unread<SupplyPart>
  profile: Unread<{ set: string; permitted: string }>
}
export type CrossCheckName = keyof CrossCheckParts

/** `none`: the job has no such thing; `null` or absent: nobody has read it yet. */
export type CrossCheckInput = { readonly [Name in CrossCheckName]?: CrossCheckParts[Name] | 'none' | null }

const CHECKS: {
  readonly [Name in CrossCheckName]: (part: CrossCheckParts[Name] | null, pack: RulePack) => CrossCheckResult
} = {
  reserve: (part, pack) => reserveCheck(part ?? {}, pack),
  fallback: (part, pack) => fallbackCheck(part ?? {}, pack),
  chargePower: (part, pack) => chargePowerCheck(part ?? {}, pack),
  exportLimit: (part, pack) => exportLimitCheck(part ?? {}, pack),
  ct: (part, pack) => ctCheck(part ?? {}, pack),
  frequencyShift: (part, pack) => frequencyShiftCheck(part ?? {}, pack),
  phaseCount: (part, pack) => phaseCountCheck(part ?? {}, pack),
  clock: (part, pack) => clockCheck(part ?? {}, pack),
  firmware: (part) => firmwareCheck(part),
  bondRelay: (part, pack) => bondRelayCheck(part ?? {}, pack),
  asLeftMode: (part, pack) => asLeftModeCheck(part ?? {}, pack),
  supply: (part, pack) => supplyCheck(part ?? {}, pack),
  profile: (part, pack) => profileCheck(part ?? {}, pack),
}
export const CROSS_CHECK_NAMES = Object.keys(CHECKS) as CrossCheckName[]

export interface CrossChecks {
  /** `null` where the job has no such thing. */
  checks: Record<CrossCheckName, CrossCheckResult | null>
  verdict: Verdict
}

const runOne = <Name extends CrossCheckName>(name: Name, input: CrossCheckInput, pack: RulePack) => {
  const part = input[name] ?? null
  return part === 'none' ? null : CHECKS[name](part as CrossCheckParts[Name] | null, pack)
}

/**
 * S-2: thirteen cross-checks of the settings as read, each with its numbers. A check whose part was not read, or lacks a value, is Open;
 * one about a thing the job does not have is `null` and does not count. The verdict is the worst of the others, Open without any.
 *
 * @example crossChecks(pack, { phaseCount: { set: 1, planned: 3 } }).checks.phaseCount // { verdict: 'stop' }
 */
export function crossChecks(pack: RulePack, input: CrossCheckInput): CrossChecks {
  const checks = Object.fromEntries(CROSS_CHECK_NAMES.map((name) => [name, runOne(name, input, pack)])) as Record<
    CrossCheckName,
    CrossCheckResult | null
  >
  const counted = Object.values(checks).filter((check) => check !== null)
  return { checks, verdict: worstVerdict(counted.map(({ verdict }) => verdict)) }
}
