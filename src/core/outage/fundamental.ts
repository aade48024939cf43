/** Amplitude (peak) and phase (radians, of a cosine at the window's start) of the fundamental in a window. */
export interface Fundamental {
  peak: number
  phaseRad: number
}

/**
 * One-window DFT at a single frequency over a whole number of cycles; the window's mean is taken off first, so a recorder's offset does not leak in.
 * `from` and `length` are in samples and clipped to whole ones.
 */
export function fundamentalAt(
  samples: Float64Array,
  from: number,
  length: number,
  cyclesPerSample: number,
): Fundamental {
  const start = Math.round(from)
  const n = Math.round(length)
  let mean = 0
  for (let k = 0; k < n; k++) mean += samples[start + k] as number
  mean /= n
  const step = 2 * Math.PI * cyclesPerSample
  const cosStep = Math.cos(step)
  const sinStep = Math.sin(step)
  let c = 1
  let s = 0
  let re = 0
  let im = 0
  for (let k = 0; k < n; k++) {
    const v = (samples[start + k] as number) - mean
    re += v * c
    im -= v * s
    const next = c * cosStep - s * sinStep
    s = s * cosStep + c * sinStep
    c = next
  }
  return { peak: (2 * Math.hypot(re, im)) / n, phaseRad: Math.atan2(im, re) }
}
