import { fundamentalAt } from './fundamental'
import type { SquareSums } from './squareSums'

/** Where voltage left and came back, as one-cycle RMS sees it: indices into the half-cycle series. */
export interface CoarseEvent {
  from: number
  /** Begun before the recording, or in a stretch that is not known. */
  openStart: boolean
  /** First half cycle of the return that lasted; `null` when it did not come back for good in what is known. */
  back: number | null
  /** Last half cycle that belongs to what was seen of it. */
  seenTo: number
}

/** Levels of an event, as shares of nominal: it begins below the first and ends above the second, for good. */
export const LEAVES = 0.9
export const RETURNS = 0.92
/** Half cycles that must stay above the return level: ten cycles. */
const FOR_GOOD = 20

/** Follows one event from its first half cycle below to the end of its return. Half cycles that are not known are `NaN`. */
function followed(volts: Float64Array, from: number, nominalV: number): CoarseEvent & { next: number } {
  let back: number | null = null
  let good = 0
  let seenTo = from
  let k = from
  for (; k < volts.length && good < FOR_GOOD; k++) {
    const v = volts[k] as number
    // a hole in the middle hides when it came back
    if (Number.isNaN(v)) break
    seenTo = k
    if (v >= RETURNS * nominalV) {
      if (good === 0) back = k
      good++
    } else if (v < LEAVES * nominalV || good === 0) {
      good = 0
      back = null
    }
  }
  const before = from === 0 ? NaN : (volts[from - 1] as number)
  return { from, openStart: Number.isNaN(before), back: good >= FOR_GOOD ? back : null, seenTo, next: k }
}

/** T-2: stretches below 90 % of nominal until back above 92 % for ten cycles. A start that does not last belongs to the same stretch. */
export function coarseEvents(volts: Float64Array, nominalV: number): CoarseEvent[] {
  const events: CoarseEvent[] = []
  for (let k = 0; k < volts.length;) {
    if (!((volts[k] as number) < LEAVES * nominalV)) {
      k++
      continue
    }
    const { next, ...event } = followed(volts, k, nominalV)
    events.push(event)
    k = Math.max(next, k + 1)
  }
  return events
}

/** What sample-level work on one channel needs to know. */
export interface Wave {
  samples: Float64Array
  sums: SquareSums
  rateHz: number
  nominalV: number
  nominalPeriod: number
}

const interpolated = (samples: Float64Array, x: number): number => {
  const k = Math.floor(x)
  const v = samples[k] as number
  return v + (x - k) * ((samples[k + 1] as number) - v)
}

/** Mean of four cycles on one side of a place, carried over to it: harmonics and all, noise halved. */
function neighbourCycles({ samples }: Wave, q: number, edge: number, period: number, side: -1 | 1): number {
  const away = side < 0 ? Math.ceil((q - edge + 1) / period) : Math.ceil((edge - q + 1) / period)
  const first = q + side * Math.max(0, away) * period
  let sum = 0
  for (let cycle = 0; cycle < 4; cycle++) sum += interpolated(samples, first + side * cycle * period)
  return sum / 4
}

/** Spread of the wave against its own four cycles before (or after), over two cycles; noise, in volts. */
function noiseV(wave: Wave, from: number, to: number, period: number, side: -1 | 1): number {
  let sum = 0
  let n = 0
  for (let q = Math.ceil(from); q < to; q++) {
    let mean = 0
    for (let cycle = 1; cycle <= 4; cycle++) mean += interpolated(wave.samples, q + side * cycle * period)
    sum += ((wave.samples[q] as number) - mean / 4) ** 2
    n++
  }
  return Math.sqrt(sum / Math.max(1, n))
}

/**
 * First sample that has left the wave of the cycles before, found between half a cycle before and one and a half after the coarse start; `null` when the
 * recording holds fewer than eight cycles before it.
 */
export function departureSample(wave: Wave, coarseStart: number, period: number): number | null {
  const edge = Math.floor(coarseStart - 0.5 * wave.nominalPeriod)
  const end = Math.min(wave.samples.length - 1, Math.ceil(coarseStart + 1.5 * wave.nominalPeriod))
  if (edge < 7 * period) return null
  const peak = Math.SQRT2 * wave.nominalV
  const threshold = Math.max(4.5 * noiseV(wave, edge - 2 * period, edge, period, -1), 0.04 * peak)
  let hits = 0
  for (let q = edge; q < end; q++) {
    const off = Math.abs((wave.samples[q] as number) - neighbourCycles(wave, q, edge, period, -1))
    hits = off > threshold ? hits + 1 : 0
    if (hits === 2) return q - 1
  }
  return null
}

/** Mean of a wave over a stretch: what a recorder that stands off zero adds to all of it. 0 where the recording does not hold one. */
export function meanOf(samples: Float64Array, from: number, to: number): number {
  const first = Math.max(0, Math.ceil(from))
  const last = Math.min(samples.length, Math.ceil(to))
  let sum = 0
  for (let k = first; k < last; k++) sum += samples[k] as number
  return last > first ? sum / (last - first) : 0
}

/** Size of the voltage inside an event as a share of nominal: the smallest fundamental found in it, a recorder's offset left out. */
export function residualShare(wave: Wave, start: number, end: number, referencePeak: number): number {
  const { samples, nominalPeriod, nominalV } = wave
  const nominalPeak = Math.SQRT2 * nominalV
  const length = end - start
  if (length >= nominalPeriod + 2) {
    let lowest = Infinity
    const last = end - nominalPeriod - 1
    for (let from = start + 1; from <= last; from += nominalPeriod / 4)
      lowest = Math.min(lowest, fundamentalAt(samples, from, nominalPeriod, 1 / nominalPeriod).peak)
    return lowest / nominalPeak
  }
  // shorter than a cycle: how much of the wave that should have been here is here, by projection onto the cycle just before
  const offsetV = meanOf(samples, start - 2 - nominalPeriod, start - 2)
  let with_ = 0
  let of = 0
  for (let q = Math.ceil(start); q < end; q++) {
    const back = Math.ceil((q - start + 2) / nominalPeriod) * nominalPeriod
    const expected = interpolated(samples, q - back) - offsetV
    with_ += ((samples[q] as number) - offsetV) * expected
    of += expected * expected
  }
  return of > 0 ? Math.max(0, with_ / of) * (referencePeak / nominalPeak) : 0
}

/**
 * First sample on again after a sharp return, found by comparing backwards with the wave after it: the sample behind the last one that
 * falls short.
 */
export function returnSample(
  wave: Wave,
  event: { start: number; coarseBack: number; residual: number },
  periodAfter: number,
): number {
  const { samples, nominalV, nominalPeriod } = wave
  const edge = Math.ceil(event.coarseBack + nominalPeriod)
  if (edge + 7 * periodAfter >= samples.length) return event.coarseBack
  const peak = Math.SQRT2 * nominalV
  const noise = noiseV(wave, edge, edge + 2 * periodAfter, periodAfter, 1)
  const legible = Math.max(0.08 * peak, 6 * noise)
  const share = (1 + event.residual) / 2
  let hits = 0
  for (let q = edge; q > event.start; q--) {
    const expected = neighbourCycles(wave, q, edge, periodAfter, 1)
    if (Math.abs(expected) < legible) continue
    const short = (samples[q] as number) * Math.sign(expected) < share * Math.abs(expected)
    hits = short ? hits + 1 : 0
    if (hits === 2) return firstLegible(wave, q, edge, periodAfter, { legible, share })
  }
  return event.coarseBack
}

/** From a sample known to fall short, the next one on which the wave is back. */
function firstLegible(
  wave: Wave,
  from: number,
  edge: number,
  period: number,
  { legible, share }: { legible: number; share: number },
): number {
  for (let q = from + 1; q < edge; q++) {
    const expected = neighbourCycles(wave, q, edge, period, 1)
    const v = (wave.samples[q] as number) * Math.sign(expected)
    if (
      Math.abs(expected) >= legible
        ? v >= share * Math.abs(expected)
        : Math.abs(v - Math.abs(expected)) < legible / 4 && v > legible / 3
    )
      return q
  }
  return edge
}
