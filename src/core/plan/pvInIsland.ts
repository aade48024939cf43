import { atLeast, atMost } from '../quantity/tolerance'
import { type PlanMark, worstPlanMark } from '../rules/verdict'

/** One AC-coupled PV inverter, as far as an island is concerned. */
export interface IslandPv {
  /** Nameplate; `null` while it is not known: nothing smaller stands in for it. */
  ratingW: number | null
  side: 'island' | 'grid'
  onBackedPhase: boolean
}

/** Curtailment by frequency: linear droop from `startHz` to `stopHz`. */
export interface Curtailment {
  startHz: number
  stopHz: number
  /** Over-frequency trip of the PV inverter; `null` when not known. */
  pvTripHz: number | null
  /** Whether it was shown to hold near a full battery. */
  provenNearFull: boolean | null
}

export interface AcPvInIslandInput {
  pv: readonly IslandPv[]
  chargeLimitW: number | null
  ratioLimit: number
  curtailment: Curtailment | null
  /** PV is switched off near full charge. */
  parted: boolean | null
  islandHz: number | null
}

export interface AcPvInIsland {
  /** `null` while one rating on the island side is not known. */
  pvIslandW: number | null
  ratioUsed: number | null
  curtailedW: number | null
  verdict: 'fits' | 'exceeds' | 'open'
}

function acVerdict(
  { chargeLimitW, ratioLimit, curtailment, parted }: AcPvInIslandInput,
  pvIslandW: number | null,
): AcPvInIsland['verdict'] {
  if (pvIslandW === null) return 'open'
  if (pvIslandW === 0) return 'fits'
  if (chargeLimitW === null) return 'open'
  const tripHz = curtailment?.pvTripHz ?? null
  if (curtailment && tripHz !== null && tripHz <= curtailment.stopHz) return 'exceeds'
  const proven = curtailment?.provenNearFull ?? null
  if (!atMost(pvIslandW, ratioLimit * chargeLimitW)) {
    if (!curtailment || proven === false) return 'exceeds'
    return proven === null || tripHz === null ? 'open' : 'fits'
  }
  return parted === true || (proven === true && tripHz !== null) ? 'fits' : 'open'
}

/**
 * P-10, AC-coupled PV in island mode: its rating on the island side of a backed phase against the charging power, and what a full battery
 * does with it. Above the ratio only proven curtailment helps; within it a full battery still takes nothing, so it must be curtailed or parted, else Open.
 */
export function acPvInIsland(input: AcPvInIslandInput): AcPvInIsland {
  const pvIslandW = input.pv
    .filter(({ side, onBackedPhase }) => side === 'island' && onBackedPhase)
    .reduce<number | null>((sum, { ratingW }) => (sum === null || ratingW === null ? null : sum + ratingW), 0)
  const { chargeLimitW, curtailment, islandHz } = input
  const left =
    curtailment && islandHz !== null
      ? Math.min(1, Math.max(0, (curtailment.stopHz - islandHz) / (curtailment.stopHz - curtailment.startHz)))
      : null
  return {
    pvIslandW,
    ratioUsed: pvIslandW === 0 ? 0 : pvIslandW !== null && chargeLimitW ? pvIslandW / chargeLimitW : null,
    curtailedW: left === null || pvIslandW === null ? null : pvIslandW * left,
    verdict: acVerdict(input, pvIslandW),
  }
}

export interface DcPvInput {
  moduleVocV: number | null
  moduleIscA: number | null
  moduleVmpV: number | null
  /** Temperature coefficient of the voltage as a fraction per kelvin: −0.0028, not −0.28 %. */
  betaPerC: number | null
  minTempC: number | null
  maxTempC: number | null
  modulesInString: number | null
  stringsInParallel: number | null
  /** Module-level optimisers: the string formula says nothing, the maker must be asked. */
  optimisers: boolean
  /** Gain of two-faced modules; `null` while nobody has said. */
  backGain: number | null
  iscFactor: number
  arrayW: number | null
  inverterW: number | null
  arrayRatioLimit: number | null
  maxVocV: number | null
  trackerLimitA: number | null
  trackerStartV: number | null
}

export interface DcPv {
  coldVocV: number | null
  maxModulesInString: number | null
  trackerA: number | null
  arrayRatio: number | null
  hotVmpV: number | null
  verdict: PlanMark
}

const NONE = [null, null] as const
const checked = (
  value: number | null,
  limit: number | null,
  met: (value: number, limit: number) => boolean,
): PlanMark => (value === null || limit === null ? 'open' : met(value, limit) ? 'fits' : 'exceeds')

/**
 * P-10, DC-coupled PV: string voltage in frost, current at the tracker, array to inverter ratio, and whether the tracker still starts in heat.
 * A missing figure leaves its check Open; with optimisers the string voltage is the maker's to state.
 */
export function dcPv(input: DcPvInput): DcPv {
  const {
    moduleVocV,
    moduleIscA,
    moduleVmpV,
    betaPerC,
    minTempC,
    maxTempC,
    modulesInString,
    stringsInParallel,
    backGain,
  } = input
  const atTemp = (volts: number | null, tempC: number | null) =>
    volts === null || betaPerC === null || tempC === null ? null : volts * (1 + betaPerC * (tempC - 25))
  const coldModuleV = input.optimisers ? null : atTemp(moduleVocV, minTempC)
  // figures of one judgement are null together: a voltage says nothing without its limit
  const [coldVocV, maxModulesInString] =
    coldModuleV === null || modulesInString === null || input.maxVocV === null
      ? NONE
      : [coldModuleV * modulesInString, Math.floor((input.maxVocV / coldModuleV) * (1 + 1e-9))]
  const hotModuleV = input.optimisers || input.trackerStartV === null ? null : atTemp(moduleVmpV, maxTempC)
  const hotVmpV = hotModuleV === null || modulesInString === null ? null : hotModuleV * modulesInString
  const trackerA =
    moduleIscA === null || backGain === null || stringsInParallel === null || input.trackerLimitA === null
      ? null
      : moduleIscA * (1 + backGain) * stringsInParallel * input.iscFactor
  const arrayRatio =
    input.arrayW === null || backGain === null || !input.inverterW || input.arrayRatioLimit === null
      ? null
      : (input.arrayW * (1 + backGain)) / input.inverterW
  const verdict = worstPlanMark([
    checked(coldVocV, input.maxVocV, atMost),
    checked(trackerA, input.trackerLimitA, atMost),
    checked(arrayRatio, input.arrayRatioLimit, atMost),
    ...(input.trackerStartV === null ? [] : [checked(hotVmpV, input.trackerStartV, atLeast)]),
  ])
  return { coldVocV, maxModulesInString, trackerA, arrayRatio, hotVmpV, verdict }
}
