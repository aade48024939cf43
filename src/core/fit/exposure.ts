import { atLeast, atMost } from '../quantity/tolerance'
import { type PlanMark, worstPlanMark } from '../rules/verdict'

/** What the maker declares of a unit against its surroundings; a blank is `null`. */
export interface DeclaredExposure {
  minShoreKm: number | null
  /** Ingress protection such as `IP55`. */
  ipCode: string | null
  minTempC: number | null
  maxTempC: number | null
}

export const WALL_PLACES = ['indoors', 'garage', 'sheltered', 'outdoors'] as const
export type WallPlace = (typeof WALL_PLACES)[number]

/**
 * Least protection against water, the code's second figure, by place: dripping, spray or splashing (IEC 60529). None asks for jets: a 7 or 8
 * is immersion and would not imply them.
 */
const WATER_FIGURE: Readonly<Record<WallPlace, number>> = { indoors: 0, garage: 1, sheltered: 3, outdoors: 4 }
/** Least protection against solids, the code's first figure. */
const SOLIDS_FIGURE: Readonly<Record<WallPlace, number>> = { indoors: 2, garage: 4, sheltered: 4, outdoors: 4 }

export interface ExposureInput {
  place: WallPlace | null
  /** Distance to the shore, in kilometres. */
  shoreKm: number | null
  minTempC: number | null
  maxTempC: number | null
  /** Highest flood above the floor, in millimetres; 0 where none is expected, `null` while nobody has looked it up. */
  floodMm: number | null
  /** Height of the lowest terminals above the floor, in millimetres. */
  terminalMm: number | null
  /** As declared by each document, such as data sheet and manual; where they disagree the stricter holds. */
  declared: readonly DeclaredExposure[]
}

export interface ExposureFinding {
  check: 'shore' | 'ingress' | 'temperature' | 'flood'
  mark: PlanMark
  why: string
}

export interface Exposure {
  findings: ExposureFinding[]
  verdict: PlanMark
}

/** Figures of an ingress-protection code; `null` when it is none, an X counts as 0. */
export function ipFigures(code: string): { solids: number; water: number } | null {
  const match = /^IP\s?([0-6X])([0-9X])/i.exec(code.trim())
  const figure = (text: string | undefined) => (text?.toUpperCase() === 'X' ? 0 : Number(text))
  return match ? { solids: figure(match[1]), water: figure(match[2]) } : null
}

/** The stricter of what several documents say, and whether they disagree. */
function strictest(
  values: readonly (number | null)[],
  strict: (a: number, b: number) => number,
): { value: number | null; disagree: boolean } {
  const given = values.filter((value) => value !== null)
  return { value: given.length > 0 ? given.reduce((a, b) => strict(a, b)) : null, disagree: new Set(given).size > 1 }
}

const afterDisagreement = (mark: PlanMark, disagree: boolean): PlanMark =>
  mark === 'fits' && disagree ? 'tight' : mark
const twoFigures = (disagree: boolean) => (disagree ? ' Two declared figures disagree; the stricter holds.' : '')

function shoreFinding({ shoreKm, declared }: ExposureInput): ExposureFinding {
  const { value, disagree } = strictest(
    declared.map(({ minShoreKm }) => minShoreKm),
    Math.max,
  )
  const found = (mark: PlanMark, why: string): ExposureFinding => ({ check: 'shore', mark, why })
  if (value === null) return found('open', 'No least distance to the shore is declared.')
  if (shoreKm === null) return found('open', 'The distance to the shore is not on the survey.')
  return found(
    atLeast(shoreKm, value) ? afterDisagreement('fits', disagree) : 'exceeds',
    `${shoreKm} km to the shore; ${value} km at least is declared.${twoFigures(disagree)}`,
  )
}

function ingressFinding({ place, declared }: ExposureInput): ExposureFinding {
  const codes = declared.map(({ ipCode }) => ipCode).filter((code) => code !== null)
  const figures = codes.map(ipFigures)
  const found = (mark: PlanMark, why: string): ExposureFinding => ({ check: 'ingress', mark, why })
  if (codes.length === 0) return found('open', 'No IP code is declared.')
  if (figures.includes(null)) return found('open', `“${codes[figures.indexOf(null)]}” is no IP code.`)
  if (place === null) return found('open', 'Where the wall stands is not said.')
  const solids = strictest(
    figures.map((one) => one?.solids ?? 0),
    Math.min,
  )
  const water = strictest(
    figures.map((one) => one?.water ?? 0),
    Math.min,
  )
  const enough = (solids.value ?? 0) >= SOLIDS_FIGURE[place] && (water.value ?? 0) >= WATER_FIGURE[place]
  const disagree = solids.disagree || water.disagree
  return found(
    enough ? afterDisagreement('fits', disagree) : 'exceeds',
    `${codes.join(' and ')} declared; ${PLACE_WORDS[place]} asks for IP${SOLIDS_FIGURE[place]}${WATER_FIGURE[place]} at least.${twoFigures(disagree)}`,
  )
}

function temperatureFinding({ minTempC, maxTempC, declared }: ExposureInput): ExposureFinding {
  const low = strictest(
    declared.map((one) => one.minTempC),
    Math.max,
  )
  const high = strictest(
    declared.map((one) => one.maxTempC),
    Math.min,
  )
  const found = (mark: PlanMark, why: string): ExposureFinding => ({ check: 'temperature', mark, why })
  const degrees = (value: number | null) => (value === null ? 'not known' : `${value} °C`)
  const both = `${degrees(minTempC)} to ${degrees(maxTempC)} at the place; ${degrees(low.value)} to ${degrees(high.value)} declared.`
  const tooCold = minTempC !== null && low.value !== null && !atLeast(minTempC, low.value)
  const tooHot = maxTempC !== null && high.value !== null && !atMost(maxTempC, high.value)
  if (tooCold || tooHot) return found('exceeds', both)
  if (low.value === null || high.value === null) return found('open', 'No whole temperature band is declared.')
  if (minTempC === null || maxTempC === null)
    return found('open', 'Coldest and hottest at the place are not both on the survey.')
  const disagree = low.disagree || high.disagree
  return found(afterDisagreement('fits', disagree), both + twoFigures(disagree))
}

function floodFinding({ floodMm, terminalMm }: ExposureInput): ExposureFinding {
  const found = (mark: PlanMark, why: string): ExposureFinding => ({ check: 'flood', mark, why })
  if (floodMm === null)
    return found('open', 'Nobody has looked up how high water has stood here; 0 where none is expected.')
  if (terminalMm === null) return found('open', 'The height of its terminals is not known.')
  // water that just reaches the terminals has reached them
  return found(
    terminalMm > floodMm ? 'fits' : 'exceeds',
    `Terminals at ${Math.round(terminalMm)} mm; water has stood at ${floodMm} mm.`,
  )
}

/**
 * F-4: a unit against its surroundings: distance to the shore, ingress protection against the place, temperature band, flood level
 * against the terminals. Where two documents disagree the stricter holds and what would fit is Tight; what is not declared or not looked up
 * is Open.
 *
 * @example
 * exposure({ place: 'garage', shoreKm: 12, minTempC: -8, maxTempC: 38, floodMm: null, terminalMm: 420, declared: [sheet] }).verdict // => 'open'
 */
export function exposure(input: ExposureInput): Exposure {
  const findings = [shoreFinding(input), ingressFinding(input), temperatureFinding(input), floodFinding(input)]
  return { findings, verdict: worstPlanMark(findings.map(({ mark }) => mark)) }
}

export const PLACE_WORDS: Readonly<Record<WallPlace, string>> = {
  indoors: 'indoors',
  garage: 'a garage',
  sheltered: 'outdoors under a roof',
  outdoors: 'outdoors in the weather',
}
