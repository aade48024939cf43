import { atMost, within } from '../quantity/tolerance'
import { type Verdict, worstVerdict } from '../rules/verdict'

interface Guarded {
  /** Whether the electrode conductor was parted for the reading. */
  electrodeOpened: boolean | null
  /** Clamp reading on the electrode conductor of the same visit, in amperes. */
  clampA: number | null
}

export interface ThreePointInput extends Guarded {
  method: '61.8'
  r52Ohm: number | null
  r618Ohm: number | null
  r72Ohm: number | null
}
export interface SlopeInput extends Guarded {
  method: 'slope'
  r1Ohm: number | null
  r2Ohm: number | null
  r3Ohm: number | null
  currentProbeM: number | null
}
export interface ClampOnInput extends Guarded {
  method: 'clamp'
  readingOhm: number | null
  parallelPath: boolean | null
  supplierEarthConnected: boolean | null
}
export type FallOfPotentialInput = ThreePointInput | SlopeInput | ClampOnInput

export interface FallOfPotential {
  resistanceOhm?: number | null
  maxDeviationPercent?: number | null
  slopeMu?: number | null
  probeRatio?: number | null
  probeDistanceM?: number | null
  valid?: boolean
  /** What the clamp reading that must come first says; `null` when it stands in nobody's way. */
  guard: 'open' | 'stop' | null
  verdict: Verdict
}

/** Limits E-3 quotes; the defaults of every shipped pack. */
export interface FallOfPotentialLimits {
  maxDeviationPercent: number
  clampForbidsOpeningA: number
}
const DEFAULT_LIMITS: FallOfPotentialLimits = { maxDeviationPercent: 5, clampForbidsOpeningA: 0.5 }

/**
 * E-3: electrode resistance by the three-point rule, the slope method, or a clamp-on meter, behind the guard that nobody opens an
 * electrode conductor before a clamp reading, nor when it carries current. The guard replaces a better verdict; the figures are given all the same.
 */
export function fallOfPotential(
  input: FallOfPotentialInput,
  limits: FallOfPotentialLimits = DEFAULT_LIMITS,
): FallOfPotential {
  const guard = guardOf(input, limits)
  const measured =
    input.method === '61.8' ? threePoint(input, limits) : input.method === 'slope' ? slope(input) : clampOn(input)
  return { ...measured, guard, verdict: guard === null ? measured.verdict : worstVerdict([measured.verdict, guard]) }
}

function guardOf(
  { electrodeOpened, clampA }: Guarded,
  { clampForbidsOpeningA }: FallOfPotentialLimits,
): 'open' | 'stop' | null {
  // not known is not “no”: whoever does not know whether it was opened needs the clamp reading too
  if (electrodeOpened === false) return null
  if (clampA === null) return 'open'
  return clampA >= clampForbidsOpeningA ? 'stop' : null
}

type Unguarded = Omit<FallOfPotential, 'guard'>

function threePoint({ r52Ohm, r618Ohm, r72Ohm }: ThreePointInput, limits: FallOfPotentialLimits): Unguarded {
  if (r52Ohm === null || r618Ohm === null || r72Ohm === null)
    return { resistanceOhm: r618Ohm, maxDeviationPercent: null, verdict: 'open' }
  const readings = [r52Ohm, r618Ohm, r72Ohm]
  const mean = readings.reduce((sum, r) => sum + r, 0) / 3
  if (mean <= 0) return { resistanceOhm: r618Ohm, maxDeviationPercent: null, verdict: 'stop' }
  const maxDeviationPercent = (100 * Math.max(...readings.map((r) => Math.abs(r - mean)))) / mean
  return {
    resistanceOhm: r618Ohm,
    maxDeviationPercent,
    verdict: atMost(maxDeviationPercent, limits.maxDeviationPercent) ? 'proven' : 'watch',
  }
}

function slope({ r1Ohm, r2Ohm, r3Ohm, currentProbeM }: SlopeInput): Unguarded {
  const nothing: Unguarded = { slopeMu: null, probeRatio: null, probeDistanceM: null, verdict: 'open' }
  if (r1Ohm === null || r2Ohm === null || r3Ohm === null || r2Ohm === r1Ohm) return nothing
  const slopeMu = (r3Ohm - r2Ohm) / (r2Ohm - r1Ohm)
  if (!within(slopeMu, 0.4, 1.59)) return { ...nothing, slopeMu }
  const probeRatio = truePotentialPlace(slopeMu)
  return {
    slopeMu,
    probeRatio,
    probeDistanceM: currentProbeM === null ? null : probeRatio * currentProbeM,
    verdict: 'proven',
  }
}

/** µ that a point electrode would show whose centre lies `x` (in units of D) behind the start of the electrode. */
function slopeOfCentre(x: number): number {
  return (1 / (0.4 + x) - 1 / (0.6 + x) + 1 / 0.4 - 1 / 0.6) / (1 / (0.2 + x) - 1 / (0.4 + x) + 1 / 0.6 - 1 / 0.8)
}

/** Where the potential probe reads the true resistance, as a share of the current-probe distance. */
function truePotentialPlace(slopeMu: number): number {
  // µ grows with x on (−0.2, ∞) from 0 towards a limit above 1.59, so halving the interval finds the one crossing
  let low = -0.2 + 1e-12
  let high = 1
  while (slopeOfCentre(high) < slopeMu && high < 1e6) high *= 2
  for (let step = 0; step < 200; step++) {
    const middle = (low + high) / 2
    if (slopeOfCentre(middle) < slopeMu) low = middle
    else high = middle
  }
  const x = (low + high) / 2
  // 1/(1 − p) = 1/(1 + x) + 1/(p + x) is a quadratic in p once cleared of fractions
  const a = 1 / (1 + x)
  const b = 1 + a * x - a + 1
  const c = x - a * x - 1
  return (-b + Math.sqrt(b * b - 4 * a * c)) / (2 * a)
}

function clampOn({ readingOhm, parallelPath, supplierEarthConnected }: ClampOnInput): Unguarded {
  const valid = parallelPath === true && supplierEarthConnected === true
  if (!valid || readingOhm === null) return { resistanceOhm: null, valid, verdict: 'open' }
  return { resistanceOhm: readingOhm, valid, verdict: 'watch' }
}
