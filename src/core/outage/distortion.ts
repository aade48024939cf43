/** Highest order looked at (T-5). */
const HIGHEST_ORDER = 40

/** Highest harmonic that a sampling rate reaches: below half of it, and 40 at the most. */
export const harmonicsReached = (rateHz: number, nominalHz: number): number =>
  Math.max(1, Math.min(HIGHEST_ORDER, Math.ceil(rateHz / 2 / nominalHz - 1e-9) - 1))

/** Size of one frequency in a stretch, through a window that keeps its neighbours out. */
function amplitudeAt(
  samples: Float64Array,
  from: number,
  n: number,
  radPerSample: number,
  window: Float64Array,
): number {
  const cosStep = Math.cos(radPerSample)
  const sinStep = Math.sin(radPerSample)
  let c = 1
  let s = 0
  let re = 0
  let im = 0
  for (let k = 0; k < n; k++) {
    const v = (samples[from + k] as number) * (window[k] as number)
    re += v * c
    im -= v * s
    const next = c * cosStep - s * sinStep
    s = s * cosStep + c * sinStep
    c = next
  }
  return Math.hypot(re, im)
}

/**
 * T-5: total harmonic distortion of a stretch in % of the fundamental, orders 2 to `order`.
 *
 * @param hz frequency of the fundamental there
 * @returns `null` for a stretch that is dead or too short
 */
export function totalHarmonicDistortion(
  samples: Float64Array,
  stretch: { from: number; to: number },
  wave: { rateHz: number; hz: number; order: number },
): number | null {
  const from = Math.ceil(stretch.from)
  const n = Math.min(Math.floor(stretch.to), samples.length) - from
  if (from < 0 || n < (5 * wave.rateHz) / wave.hz) return null
  const window = Float64Array.from({ length: n }, (_, k) => 0.5 - 0.5 * Math.cos((2 * Math.PI * (k + 0.5)) / n))
  const radPerSample = (2 * Math.PI * wave.hz) / wave.rateHz
  const fundamental = amplitudeAt(samples, from, n, radPerSample, window)
  if (!(fundamental > 0)) return null
  let squares = 0
  for (let order = 2; order <= wave.order; order++)
    squares += amplitudeAt(samples, from, n, order * radPerSample, window) ** 2
  return (100 * Math.sqrt(squares)) / fundamental
}
