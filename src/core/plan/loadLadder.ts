import { RULE_PACKS } from '../rules/packs'
import type { RulePackId } from '../rules/rulePack'

/** An appliance that can be switched on during the test. */
export interface LadderLoad {
  tag: string
  name: string
  powerW: number
  powerFactor: number
  phase: string
  /** Locked-rotor amps, or any other sign of a motor. */
  motor: boolean
  circuitTag: string | null
}

export interface LadderCircuit {
  tag: string
  /** Rating of its device; `null` when not known. */
  breakerA: number | null
}

export interface LadderInput {
  pack: RulePackId
  loads: readonly LadderLoad[]
  circuits: readonly LadderCircuit[]
  nightLimitW: number | null
  /** Night limit of one phase or leg; `null` where phases are not told apart. */
  phaseLimitW: Readonly<Record<string, number>> | null
}

export interface LadderRung {
  tag: string
  name: string
  circuitTag: string | null
  stepW: number
  totalW: number
  /** What is left of the source, in watts. */
  sourceMarginW: number
  phaseMarginW: number | null
  /** Left of the circuit's device, in amps; `null` when its rating is not known. */
  circuitMarginA: number | null
}

export interface LadderLeftOut {
  tag: string
  name: string
  why: string
}

export interface LoadLadder {
  rungs: LadderRung[]
  leftOut: LadderLeftOut[]
  highestW: number
  stopRule: string
  verdict: 'open' | null
}

/**
 * T-14: the order in which appliances are switched on in an island test. Motors first among what is small, since they start best with
 * little else running, then the rest by power, ascending; a rung that would bring a circuit, a phase or the source above the pack's share
 * of its limit is left out, with the reason. Without a night limit nothing is climbed: Open.
 */
export function loadLadder({ pack, loads, circuits, nightLimitW, phaseLimitW }: LadderInput): LoadLadder {
  const { limits, nominalV, supplyV, phases } = RULE_PACKS[pack]
  const share = limits.ladderMarginShare.value
  const stopRule = `Stop and take the last load off at once when anything trips, the voltage leaves ${limits.islandVoltageMin.value}–${limits.islandVoltageMax.value} V, the frequency leaves ${limits.islandFrequencyMin.value}–${limits.islandFrequencyMax.value} Hz, anything smells or hums, or the margin of the next rung is below zero. No promise goes above the highest rung that was held, nor above what the maker declares.`
  if (nightLimitW === null) return { rungs: [], leftOut: [], highestW: 0, stopRule, verdict: 'open' }
  const order = [...loads]
    .filter(({ powerW }) => powerW > 0)
    .sort(
      (a, b) =>
        (a.motor && b.motor ? b.powerW - a.powerW : Number(b.motor) - Number(a.motor)) ||
        a.powerW - b.powerW ||
        a.tag.localeCompare(b.tag),
    )
  const onPhaseW = new Map<string, number>()
  const onCircuitA = new Map<string, number>()
  const rungs: LadderRung[] = []
  const leftOut: LadderLeftOut[] = []
  let totalW = 0
  for (const load of order) {
    const across = load.phase === 'all' ? phases : [load.phase]
    const volts = load.phase === 'all' ? supplyV : nominalV
    const amps =
      load.powerW / load.powerFactor / (volts * (pack === 'iec-3ph-400' && load.phase === 'all' ? Math.sqrt(3) : 1))
    const breakerA = circuits.find(({ tag }) => tag === load.circuitTag)?.breakerA ?? null
    const circuitA = (onCircuitA.get(load.circuitTag ?? '') ?? 0) + amps
    const tooMuch =
      totalW + load.powerW > share * nightLimitW
        ? 'the source would be above its share of the night limit'
        : across.some(
              (phase) =>
                phaseLimitW &&
                (onPhaseW.get(phase) ?? 0) + load.powerW / across.length > share * (phaseLimitW[phase] ?? Infinity),
            )
          ? `${across.join(' and ')} would be above its share of the limit`
          : load.circuitTag !== null && breakerA !== null && circuitA > share * breakerA
            ? `circuit ${load.circuitTag} would carry more than its device should`
            : null
    if (tooMuch) {
      leftOut.push({ tag: load.tag, name: load.name, why: tooMuch })
      continue
    }
    totalW += load.powerW
    for (const phase of across) onPhaseW.set(phase, (onPhaseW.get(phase) ?? 0) + load.powerW / across.length)
    if (load.circuitTag !== null) onCircuitA.set(load.circuitTag, circuitA)
    const phaseMargins = phaseLimitW
      ? across.map((phase) => (phaseLimitW[phase] ?? Infinity) - (onPhaseW.get(phase) ?? 0))
      : []
    rungs.push({
      tag: load.tag,
      name: load.name,
      circuitTag: load.circuitTag,
      stepW: load.powerW,
      totalW,
      sourceMarginW: nightLimitW - totalW,
      phaseMarginW: phaseMargins.length > 0 ? Math.min(...phaseMargins) : null,
      circuitMarginA: breakerA === null ? null : breakerA - circuitA,
    })
  }
  return { rungs, leftOut, highestW: totalW, stopRule, verdict: null }
}
