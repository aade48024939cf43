import { HOURS_PER_YEAR, MONTH_DAYS } from './yearProfile'

/** When a load tends to run; the plan's duty is its share of the time over the year, the pattern says when. */
export const LOAD_PATTERNS = ['steady', 'daytime', 'evening', 'night', 'heating', 'cooling'] as const
export type LoadPattern = (typeof LOAD_PATTERNS)[number]
export const PATTERN_WORDS: Readonly<Record<LoadPattern, string>> = {
  steady: 'all day alike',
  daytime: 'by day',
  evening: 'mornings and evenings',
  night: 'at night',
  heating: 'heating, in winter',
  cooling: 'cooling, in summer',
}

/** Relative weight of each hour of the day; only the shape counts, every pattern is brought to a mean of 1. */
const DAY_SHAPE: Readonly<Record<LoadPattern, readonly number[]>> = {
  steady: new Array<number>(24).fill(1),
  daytime: [0, 0, 0, 0, 0, 0, 1, 2, 3, 3, 3, 3, 3, 3, 3, 3, 3, 2, 1, 0, 0, 0, 0, 0],
  evening: [1, 1, 1, 1, 1, 2, 5, 7, 5, 3, 3, 3, 4, 3, 3, 3, 4, 7, 9, 9, 8, 6, 4, 2],
  night: [4, 4, 4, 4, 4, 3, 1, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 2, 3],
  heating: [5, 5, 5, 5, 5, 6, 8, 8, 6, 5, 4, 4, 4, 4, 4, 4, 5, 6, 7, 7, 7, 6, 6, 5],
  cooling: [2, 2, 1, 1, 1, 1, 1, 2, 3, 4, 5, 6, 7, 8, 9, 9, 9, 8, 7, 6, 5, 4, 3, 2],
}

/** Relative weight of each month in the northern half of the world; the southern half is shifted by six. */
const MONTH_SHAPE: Readonly<Partial<Record<LoadPattern, readonly number[]>>> = {
  heating: [10, 9, 7, 5, 2, 0.5, 0.2, 0.2, 1, 4, 7, 9.5],
  cooling: [0, 0, 0.5, 1, 3, 7, 10, 9, 5, 1, 0, 0],
  evening: [1.2, 1.15, 1.05, 1, 0.9, 0.85, 0.85, 0.85, 0.95, 1, 1.1, 1.2],
}

export interface PatternedLoad {
  powerW: number
  duty: number
  pattern: LoadPattern
}

const monthOfDay = Uint8Array.from(MONTH_DAYS.flatMap((days, month) => new Array<number>(days).fill(month)))

/**
 * Synthetic household load, mean watts of each hour of a year, from the load list (P-8 where no metering exists): each load's mean
 * `powerW·duty` spread over its pattern's hours and months. A pattern never asks for more than the load's own power: what would lie
 * above it is spread over the other hours of the year.
 */
export function syntheticLoadW(loads: readonly PatternedLoad[], latitudeDeg: number): Float64Array {
  const totalW = new Float64Array(HOURS_PER_YEAR)
  for (const pattern of LOAD_PATTERNS) {
    const own = loads.filter((load) => load.pattern === pattern && load.powerW * load.duty > 0)
    if (own.length === 0) continue
    const shape = shapeOfYear(pattern, latitudeDeg)
    for (const { powerW, duty } of own) {
      const peak = fitted(shape, duty)
      for (let h = 0; h < HOURS_PER_YEAR; h++)
        totalW[h] = (totalW[h] as number) + powerW * Math.min(1, peak * (shape[h] as number))
    }
  }
  return totalW
}

function shapeOfYear(pattern: LoadPattern, latitudeDeg: number): Float64Array {
  const day = DAY_SHAPE[pattern]
  const months = MONTH_SHAPE[pattern]
  return Float64Array.from({ length: HOURS_PER_YEAR }, (_, h) => {
    const month = monthOfDay[Math.floor(h / 24)] as number
    return (day[h % 24] as number) * (months ? (months[latitudeDeg < 0 ? (month + 6) % 12 : month] as number) : 1)
  })
}

/** Factor f such that the mean of `min(1, f·shape)` is the duty: bisection over a function that only grows. */
function fitted(shape: Float64Array, duty: number): number {
  const mean = (factor: number) => shape.reduce((sum, weight) => sum + Math.min(1, factor * weight), 0) / shape.length
  let [low, high] = [0, 1]
  while (mean(high) < duty && high < 1e9) high *= 2
  for (let k = 0; k < 60; k++) {
    const middle = (low + high) / 2
    if (mean(middle) < duty) low = middle
    else high = middle
  }
  return high
}

/** One face of an array. */
export interface ArrayFace {
  peakW: number
  tiltDeg: number
  /** 0 north, 90 east, 180 south, 270 west. */
  azimuthDeg: number
}

export interface SunModel {
  latitudeDeg: number
  /** Share of the clear sky's light that a mean month brings; 12 figures, January first. */
  clearness: readonly number[]
  /** What is left after dirt, heat, cable and inverter. */
  performanceRatio: number
}

/** Mean share of clear-sky light by month for a temperate place; a planning default the office may change. */
export const TEMPERATE_CLEARNESS = [0.42, 0.47, 0.53, 0.57, 0.6, 0.62, 0.62, 0.6, 0.57, 0.5, 0.43, 0.39] as const

/** How far a day lies from its month's mean: a fixed round of bright, mixed and dull days with a mean of 1. */
const DAY_ROUND = [1.45, 1.3, 0.55, 0.7, 1.2, 1.5, 0.95, 0.4, 0.6, 1.35] as const

const rad = Math.PI / 180

/**
 * Synthetic PV of an array, mean watts of each hour of a year, from latitude and faces (P-8 where no metering exists).
 *
 * Model: Cooper's declination, Haurwitz' clear sky `1098·cosθ·e^(−0.057/cosθ)`, a month's clearness with a fixed round of bright and
 * dull days, Erbs' diffuse share, isotropic sky on the tilt (Liu and Jordan) and a performance ratio. Solar time; no horizon, no shade.
 */
export function syntheticPvW(
  faces: readonly ArrayFace[],
  { latitudeDeg, clearness, performanceRatio }: SunModel,
): Float64Array {
  const watts = new Float64Array(HOURS_PER_YEAR)
  const phi = latitudeDeg * rad
  for (let day = 0; day < 365; day++) {
    const delta = 23.45 * rad * Math.sin((2 * Math.PI * (284 + day + 1)) / 365)
    const month = monthOfDay[day] as number
    const clear = Math.min(
      1,
      (clearness[latitudeDeg < 0 ? (month + 6) % 12 : month] as number) *
        (DAY_ROUND[(day * 7) % DAY_ROUND.length] as number),
    )
    for (let hour = 0; hour < 24; hour++) {
      const omega = (hour + 0.5 - 12) * 15 * rad
      const cosZenith = Math.sin(phi) * Math.sin(delta) + Math.cos(phi) * Math.cos(delta) * Math.cos(omega)
      if (cosZenith <= 0.017) continue
      const globalW = 1098 * cosZenith * Math.exp(-0.057 / cosZenith) * clear
      const kt = Math.min(1, globalW / (1367 * cosZenith))
      const diffuseW = globalW * diffuseShare(kt)
      const beamNormalW = (globalW - diffuseW) / cosZenith
      const azimuth = Math.atan2(
        -Math.cos(delta) * Math.sin(omega),
        Math.cos(phi) * Math.sin(delta) - Math.sin(phi) * Math.cos(delta) * Math.cos(omega),
      )
      const sinZenith = Math.sqrt(1 - cosZenith ** 2)
      let sum = 0
      for (const { peakW, tiltDeg, azimuthDeg } of faces) {
        const tilt = tiltDeg * rad
        const cosIncidence =
          cosZenith * Math.cos(tilt) + sinZenith * Math.sin(tilt) * Math.cos(azimuth - azimuthDeg * rad)
        const onFaceW =
          beamNormalW * Math.max(0, cosIncidence) +
          (diffuseW * (1 + Math.cos(tilt))) / 2 +
          (globalW * 0.2 * (1 - Math.cos(tilt))) / 2
        sum += (peakW * onFaceW) / 1000
      }
      watts[day * 24 + hour] = sum * performanceRatio
    }
  }
  return watts
}

/** Erbs' share of diffuse light by clearness. */
function diffuseShare(kt: number): number {
  if (kt <= 0.22) return 1 - 0.09 * kt
  return kt <= 0.8 ? 0.9511 - 0.1604 * kt + 4.388 * kt ** 2 - 16.638 * kt ** 3 + 12.336 * kt ** 4 : 0.165
}
