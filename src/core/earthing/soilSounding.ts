import { wennerSoilOhmM } from './electrodeResistance'

/** One Wenner reading: four probes in a line, evenly spaced. */
export interface WennerReading {
  spacingM: number | null
  readingOhm: number | null
}

export interface SoilSounding {
  /** Resistivity at each spacing, in Ω·m; a spacing tells of the soil down to about its own depth. `null` where a figure is missing. */
  soilOhmM: (number | null)[]
  /** Mean of those that are known; `null` without any. */
  meanOhmM: number | null
  /** Farthest from the mean, in %; `null` with fewer than two. */
  unevenPercent: number | null
  /** Whether deeper soil is the better one, the worse one, or the soil is even; `null` with fewer than two. */
  deeper: 'better' | 'worse' | 'even' | null
}

/** Soil that differs by less than this with depth is even, as far as four probes tell. */
export const EVEN_PERCENT = 20

/**
 * E-1, Wenner at several spacings: how resistive the soil is, and how even. Uneven soil is layered: the closed formulas hold for one layer
 * only, and a rod is worth most where deeper soil is better.
 *
 * @example soilSounding([{ spacingM: 1, readingOhm: 15.9 }, { spacingM: 3, readingOhm: 2.65 }]).deeper // 'better': 100 Ω·m, then 50
 */
export function soilSounding(readings: readonly WennerReading[]): SoilSounding {
  const soilOhmM = readings.map(({ spacingM, readingOhm }) => wennerSoilOhmM(spacingM, readingOhm))
  const known = readings.flatMap(({ spacingM }, k) => {
    const ohmM = soilOhmM[k] ?? null
    return ohmM === null || spacingM === null ? [] : [{ spacingM, ohmM }]
  })
  if (known.length === 0) return { soilOhmM, meanOhmM: null, unevenPercent: null, deeper: null }
  const meanOhmM = known.reduce((sum, { ohmM }) => sum + ohmM, 0) / known.length
  if (known.length < 2) return { soilOhmM, meanOhmM, unevenPercent: null, deeper: null }
  const unevenPercent = (100 * Math.max(...known.map(({ ohmM }) => Math.abs(ohmM - meanOhmM)))) / meanOhmM
  const byDepth = [...known].sort((a, b) => a.spacingM - b.spacingM)
  const [shallow, deep] = [byDepth[0]?.ohmM ?? 0, byDepth.at(-1)?.ohmM ?? 0]
  const even = unevenPercent <= EVEN_PERCENT
  return { soilOhmM, meanOhmM, unevenPercent, deeper: even ? 'even' : deep < shallow ? 'better' : 'worse' }
}
