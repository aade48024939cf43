import type { Phase, RulePackId } from '../rules/rulePack'
import { RULE_PACKS } from '../rules/packs'

/** One battery inverter with its modules; a blank declared figure is `null`. */
export interface SourceUnit {
  moduleCount: number | null
  moduleW: number | null
  inverterBatteryW: number | null
  /** AC rating; `null` for a battery inverter that stands beside AC-coupled PV and has only its battery side. */
  inverterAcW: number | null
  inverterSurgeVa: number | null
  moduleSurgeVa: number | null
  surgeS: number | null
  /** Simultaneous output expected of DC-coupled PV, not the nameplate. */
  pvDcW: number | null
  coldFactor?: number | null
  phase?: Phase | 'all'
  /** Declared limit of one 120 V leg. */
  legW?: number | null
}

/** AC-coupled PV: what it is expected to give, and where it is connected. */
export interface AcCoupledPv {
  expectedW: number | null
  side: 'island' | 'grid'
  onBackedPhase: boolean
  phase?: Phase | 'all'
}

export interface SourceLimitsInput {
  pack: RulePackId
  units: readonly SourceUnit[]
  pvAc: readonly AcCoupledPv[]
  gatewayA: number | null
  feederA: number | null
}

export type BindingElement =
  'gateway' | 'feeder' | 'modules' | 'inverterBattery' | 'inverterAc' | 'inverter' | 'sum' | 'mixed'

export interface PhaseLimits {
  nightW: number
  changeoverW: number
  dayW: number
}

export interface SourceLimits {
  nightW: number | null
  changeoverW: number | null
  dayW: number | null
  surgeVa: number | null
  surgeS: number | null
  perPhase: Partial<Record<Phase, PhaseLimits>> | null
  bindingNight: BindingElement | null
  bindingChangeover: BindingElement | null
  bindingDay: BindingElement | null
  bindingSurge: BindingElement | null
  verdict: 'open' | null
}

/** No limit is known. */
export const UNKNOWN_LIMITS: SourceLimits = {
  nightW: null,
  changeoverW: null,
  dayW: null,
  surgeVa: null,
  surgeS: null,
  perPhase: null,
  bindingNight: null,
  bindingChangeover: null,
  bindingDay: null,
  bindingSurge: null,
  verdict: 'open',
}

interface UnitLimits {
  nightW: number
  changeoverW: number
  surgeVa: number
  surgeS: number
  bindingNight: BindingElement
  bindingChangeover: BindingElement
  bindingSurge: BindingElement
  unit: SourceUnit
}

function limitsOfUnit(unit: SourceUnit): UnitLimits | null {
  const { moduleCount, moduleW, inverterBatteryW, inverterAcW, inverterSurgeVa, moduleSurgeVa, surgeS, pvDcW } = unit
  if (moduleCount === null || moduleW === null || inverterBatteryW === null) return null
  if (inverterSurgeVa === null || moduleSurgeVa === null || surgeS === null || pvDcW === null) return null
  const modulesW = moduleCount * moduleW * (unit.coldFactor ?? 1)
  const batteryW = Math.min(inverterBatteryW, modulesW)
  const batteryBinding: BindingElement = modulesW < inverterBatteryW ? 'modules' : 'inverterBattery'
  const acW = inverterAcW ?? Infinity
  const daylightW = inverterAcW === null ? batteryW : batteryW + pvDcW
  const surgeModulesVa = moduleCount * moduleSurgeVa
  return {
    unit,
    nightW: Math.min(batteryW, acW),
    bindingNight: acW < batteryW ? 'inverterAc' : batteryBinding,
    changeoverW: Math.min(daylightW, acW),
    bindingChangeover: acW < daylightW ? 'inverterAc' : inverterAcW !== null && pvDcW > 0 ? 'sum' : batteryBinding,
    surgeVa: Math.min(inverterSurgeVa, surgeModulesVa),
    bindingSurge: surgeModulesVa < inverterSurgeVa ? 'modules' : 'inverter',
    surgeS,
  }
}

const common = (bindings: readonly BindingElement[]): BindingElement => {
  const [first = 'mixed'] = bindings
  return bindings.every((binding) => binding === first) ? first : 'mixed'
}

/** Share of a source that lies on a phase of a three-phase supply: all of it, a third, or none. */
const shareOnPhase = (phase: Phase, on: Phase | 'all' | undefined) =>
  on === undefined || on === 'all' ? 1 / 3 : on === phase ? 1 : 0

/** What a source of a split-phase supply gives to one leg: half of it, all of it or nothing, and never more than its limit of a leg. */
function onLeg(leg: Phase, value: number, on: Phase | 'all' | undefined, legW: number | null = null): number {
  if (on === undefined || on === 'all') return legW === null ? value / 2 : Math.min(legW, value)
  return on === leg ? Math.min(legW ?? Infinity, value) : 0
}

/**
 * P-4: what the sources can give in island mode — by night, at the changeover (AC-coupled PV has dropped out) and by day — with the
 * surge and the element that binds each. Watts; per phase on three-phase, per 120 V leg on split-phase supplies.
 *
 * A unit with a blank figure, or no unit at all, gives `null`s and `verdict: 'open'`: a limit is never guessed.
 */
export function sourceLimits({ pack, units, pvAc, gatewayA, feederA }: SourceLimitsInput): SourceLimits {
  const each = units.map(limitsOfUnit)
  const known = each.filter((unit) => unit !== null)
  const islandPv = pvAc.filter((pv) => pv.side === 'island' && pv.onBackedPhase)
  if (known.length === 0 || known.length < each.length || islandPv.some((pv) => pv.expectedW === null))
    return UNKNOWN_LIMITS
  const rules = RULE_PACKS[pack]
  const currentA = Math.min(gatewayA ?? Infinity, feederA ?? Infinity)
  const currentName: BindingElement = (feederA ?? Infinity) < (gatewayA ?? Infinity) ? 'feeder' : 'gateway'

  const free = { nightW: 0, changeoverW: 0, dayW: 0 }
  for (const unit of known) {
    free.nightW += unit.nightW
    free.changeoverW += unit.changeoverW
  }
  free.dayW = free.changeoverW + islandPv.reduce((sum, pv) => sum + (pv.expectedW ?? 0), 0)

  const total = { ...free }
  let perPhase: SourceLimits['perPhase'] = null
  if (pack === 'iec-3ph-400') {
    const perA = rules.nominalV * currentA
    perPhase = {}
    total.nightW = total.changeoverW = total.dayW = 0
    for (const phase of rules.phases) {
      const nightW = known.reduce((sum, { nightW: w, unit }) => sum + w * shareOnPhase(phase, unit.phase), 0)
      const changeoverW = known.reduce((sum, { changeoverW: w, unit }) => sum + w * shareOnPhase(phase, unit.phase), 0)
      const dayW =
        changeoverW + islandPv.reduce((sum, pv) => sum + (pv.expectedW ?? 0) * shareOnPhase(phase, pv.phase), 0)
      const limited = {
        nightW: Math.min(nightW, perA),
        changeoverW: Math.min(changeoverW, perA),
        dayW: Math.min(dayW, perA),
      }
      perPhase[phase] = limited
      total.nightW += limited.nightW
      total.changeoverW += limited.changeoverW
      total.dayW += limited.dayW
    }
  } else {
    const maxW = rules.supplyV * currentA
    total.nightW = Math.min(free.nightW, maxW)
    total.changeoverW = Math.min(free.changeoverW, maxW)
    total.dayW = Math.min(free.dayW, maxW)
    if (pack === 'na-split-240') {
      const legMaxW = rules.nominalV * currentA
      const legOf = (leg: Phase): PhaseLimits => {
        const nightW = known.reduce((sum, { nightW: w, unit }) => sum + onLeg(leg, w, unit.phase, unit.legW), 0)
        const changeoverW = known.reduce(
          (sum, { changeoverW: w, unit }) => sum + onLeg(leg, w, unit.phase, unit.legW),
          0,
        )
        const dayW = changeoverW + islandPv.reduce((sum, pv) => sum + onLeg(leg, pv.expectedW ?? 0, pv.phase), 0)
        return {
          nightW: Math.min(nightW, legMaxW),
          changeoverW: Math.min(changeoverW, legMaxW),
          dayW: Math.min(dayW, legMaxW),
        }
      }
      const legs = { L1: legOf('L1'), L2: legOf('L2') }
      // what feeds one leg alone gives the house no more than that leg carries
      const onOneLeg = known.some(({ unit }) => unit.phase !== undefined && unit.phase !== 'all')
      for (const key of onOneLeg ? (['nightW', 'changeoverW', 'dayW'] as const) : [])
        total[key] = Math.min(total[key], legs.L1[key] + legs.L2[key])
      perPhase = legs
    }
  }

  const lowered = (key: keyof PhaseLimits) => total[key] < free[key] * (1 - 1e-12)
  const bindingChangeover = common(known.map((unit) => unit.bindingChangeover))
  return {
    ...total,
    surgeVa: known.reduce((sum, unit) => sum + unit.surgeVa, 0),
    surgeS: Math.min(...known.map((unit) => unit.surgeS)),
    perPhase,
    bindingNight: lowered('nightW') ? currentName : common(known.map((unit) => unit.bindingNight)),
    bindingChangeover: lowered('changeoverW') ? currentName : bindingChangeover,
    bindingDay: lowered('dayW') ? currentName : bindingChangeover,
    bindingSurge: common(known.map((unit) => unit.bindingSurge)),
    verdict: null,
  }
}
