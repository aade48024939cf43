import { type InstrumentAccuracy, errorBand } from '../quantity/accuracy'
import { atMost } from '../quantity/tolerance'
import type { Verdict } from '../rules/verdict'

export interface LostNeutralInput {
  /** Line to neutral. */
  nominalV: number
  /** What runs, one entry per phase, in the supply's order: one, two (180° apart) or three (120° apart). */
  loadsW: readonly (number | null)[]
  /** Of the electrode; `'none'` where there is none, `null` while it is not measured. */
  raOhm: number | 'none' | null
  /** What may stand on touched metal. */
  limitV: number
  instrument: InstrumentAccuracy | null
}

export interface LostNeutral {
  /** On every piece of earthed metal of the house. */
  touchV: number | null
  /** The highest electrode resistance that keeps the limit; `null` where any value does. */
  largestRaOhm: number | null
  verdict: Verdict
}

const PHASE_ANGLES_DEG: Readonly<Record<number, readonly number[]>> = { 1: [0], 2: [0, 180], 3: [0, -120, 120] }

/** `|Σ Uk·Gk|` in A and `Σ Gk` in S, with `Gk = Pk/U0²`. */
function currentAndConductance(nominalV: number, loadsW: readonly number[]) {
  const angles = PHASE_ANGLES_DEG[loadsW.length]
  if (angles === undefined) throw new RangeError(`loadsW must hold one, two or three loads, got ${loadsW.length}`)
  let real = 0
  let imaginary = 0
  let conductanceS = 0
  loadsW.forEach((loadW, at) => {
    const phaseS = loadW / nominalV ** 2
    const angle = (angles[at]! * Math.PI) / 180
    real += nominalV * Math.cos(angle) * phaseS
    imaginary += nominalV * Math.sin(angle) * phaseS
    conductanceS += phaseS
  })
  return { currentA: Math.hypot(real, imaginary), conductanceS }
}

function touchOf(currentA: number, conductanceS: number, raOhm: number | 'none'): number {
  if (conductanceS === 0) return 0
  const earthS = raOhm === 'none' ? 0 : 1 / raOhm
  return earthS === Infinity ? 0 : currentA / (conductanceS + earthS)
}

/**
 * E-5: a combined supply that loses its neutral. This house's load pulls the earthed metal up to `|Σ Uk·Gk| / (Σ Gk + 1/RA)`; a
 * neighbour's load can add to it and is not counted.
 *
 * @throws RangeError when there is not one load for each of one, two or three phases
 * @example
 * lostNeutral({ nominalV: 230, loadsW: [2300], raOhm: 9.5, limitV: 70, instrument: null })
 * // => { touchV: 67.23…, largestRaOhm: 10.0625, verdict: 'proven' }
 */
export function lostNeutral({ nominalV, loadsW, raOhm, limitV, instrument }: LostNeutralInput): LostNeutral {
  if (loadsW.some((loadW) => loadW === null)) return { touchV: null, largestRaOhm: null, verdict: 'open' }
  const { currentA, conductanceS } = currentAndConductance(nominalV, loadsW as readonly number[])
  const over = currentA - limitV * conductanceS
  const largestRaOhm = over > 0 ? limitV / over : null
  if (raOhm === null) return { touchV: null, largestRaOhm, verdict: 'open' }
  const touchV = touchOf(currentA, conductanceS, raOhm)
  if (!atMost(touchV, limitV)) return { touchV, largestRaOhm, verdict: 'stop' }
  const highest = raOhm === 'none' ? raOhm : raOhm + errorBand(raOhm, instrument)
  return {
    touchV,
    largestRaOhm,
    verdict: atMost(touchOf(currentA, conductanceS, highest), limitV) ? 'proven' : 'watch',
  }
}
