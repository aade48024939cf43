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

/** Least protection against water, the code's second figure, by place: dripping, splashing or jets (IEC 60529). */
const WATER_FIGURE: Readonly<Record<WallPlace, number>> = { indoors: 0, garage: 1, sheltered: 3, outdoors: 5 }
/** Least protection against solids, the code's first figure. */
const SOLIDS_FIGURE: Readonly<Record<WallPlace, number>> = { indoors: 2, garage: 4, sheltered: 4, outdoors: 5 }

export interface ExposureInput {
  place: WallPlace | null
  /** Distance to the shore, in kilometres. */
  shoreKm: number | null
  minTempC: number | null
  maxTempC: number | null
  /** Highest flood above the floor, in millimetres; `null` where none is known or expected. */
  floodMm: number | null
  /** Height of the lowest terminals above the floor, in millimetres. */
  terminalMm: number | null
  /** As declared by each document, such as data sheet and manual; where they disagree the stricter holds. */
  declared: readonly DeclaredExposure[]
}

export type ExposureMark = 'fits' | 'tight' | 'exceeds' | 'open'

export interface ExposureFinding {
  check: 'shore' | 'ingress' | 'temperature' | 'flood'
  mark: ExposureMark
  why: string
}

export interface Exposure {
  findings: ExposureFinding[]
  verdict: ExposureMark
}

/** Figures of an ingress-protection code; `null` when it is none, an X counts as 0. */
export function ipFigures(code: string): { solids: number; water: number } | null {
  const match = /^IP\s?([0-6X])([0-9X])/i.exec(code.trim())
  const figure = (text: string | undefined) => (text?.toUpperCase() === 'X' ? 0 : Number(text))
  return match ? { solids: figure(match[1]), water: figure(match[2]) } : null
}

const RANK: Readonly<Record<ExposureMark, number>> = { fits: 0, tight: 1, open: 2, exceeds: 3 }
const worst = (marks: readonly ExposureMark[]): ExposureMark =>
  marks.reduce((bad, mark) => (RANK[mark] > RANK[bad] ? mark : bad), 'fits' as ExposureMark)

/** The stricter of what several documents say, and whether they disagree. */
function strictest(
  values: readonly (number | null)[],
  strict: (a: number, b: number) => number,
): { value: number | null; disagree: boolean } {
  const given = values.filter((value) => value !== null)
  return { value: given.length > 0 ? given.reduce((a, b) => strict(a, b)) : null, disagree: new Set(given).size > 1 }
}

const afterDisagreement = (mark: ExposureMark, disagree: boolean): ExposureMark =>
  mark === 'fits' && disagree ? 'tight' : mark
const twoFigures = (disagree: boolean) => (disagree ? ' Two declared figures disagree; the stricter holds.' : '')

/**
 * F-4: a unit against its surroundings: distance to the shore, ingress protection against the place, temperature band, flood level
 * against the terminals. Where two documents disagree the stricter holds and what would fit is Tight; what is not declared is Open.
 */
export function exposure({
  place,
  shoreKm,
  minTempC,
  maxTempC,
  floodMm,
  terminalMm,
  declared,
}: ExposureInput): Exposure {
  const findings: ExposureFinding[] = []
  const shore = strictest(
    declared.map((one) => one.minShoreKm),
    Math.max,
  )
  if (shore.value === null)
    findings.push({ check: 'shore', mark: 'open', why: 'No least distance to the shore is declared.' })
  else if (shoreKm === null)
    findings.push({ check: 'shore', mark: 'open', why: 'The distance to the shore is not on the survey.' })
  else
    findings.push({
      check: 'shore',
      mark: shoreKm < shore.value ? 'exceeds' : afterDisagreement('fits', shore.disagree),
      why: `${shoreKm} km to the shore; ${shore.value} km at least is declared.${twoFigures(shore.disagree)}`,
    })

  const codes = declared.map(({ ipCode }) => ipCode).filter((code) => code !== null)
  const figures = codes.map(ipFigures)
  if (codes.length === 0 || figures.includes(null))
    findings.push({
      check: 'ingress',
      mark: 'open',
      why: codes.length === 0 ? 'No IP code is declared.' : `“${codes[figures.indexOf(null)]}” is no IP code.`,
    })
  else if (place === null) findings.push({ check: 'ingress', mark: 'open', why: 'Where the wall stands is not said.' })
  else {
    const solids = Math.min(...figures.map((one) => one?.solids ?? 0))
    const water = Math.min(...figures.map((one) => one?.water ?? 0))
    const enough = solids >= SOLIDS_FIGURE[place] && water >= WATER_FIGURE[place]
    const disagree = new Set(codes).size > 1
    findings.push({
      check: 'ingress',
      mark: enough ? afterDisagreement('fits', disagree) : 'exceeds',
      why: `${codes.join(' and ')} declared; ${PLACE_WORDS[place]} asks for IP${SOLIDS_FIGURE[place]}${WATER_FIGURE[place]} at least.${twoFigures(disagree)}`,
    })
  }

  const low = strictest(
    declared.map((one) => one.minTempC),
    Math.max,
  )
  const high = strictest(
    declared.map((one) => one.maxTempC),
    Math.min,
  )
  if (low.value === null || high.value === null)
    findings.push({ check: 'temperature', mark: 'open', why: 'No temperature band is declared.' })
  else if (minTempC === null || maxTempC === null)
    findings.push({
      check: 'temperature',
      mark: 'open',
      why: 'Coldest and hottest at the place are not on the survey.',
    })
  else {
    const disagree = low.disagree || high.disagree
    findings.push({
      check: 'temperature',
      mark: minTempC < low.value || maxTempC > high.value ? 'exceeds' : afterDisagreement('fits', disagree),
      why: `${minTempC} to ${maxTempC} °C at the place; ${low.value} to ${high.value} °C declared.${twoFigures(disagree)}`,
    })
  }

  if (floodMm !== null)
    findings.push(
      terminalMm === null
        ? { check: 'flood', mark: 'open', why: 'The height of its terminals is not known.' }
        : {
            check: 'flood',
            mark: terminalMm <= floodMm ? 'exceeds' : 'fits',
            why: `Terminals at ${Math.round(terminalMm)} mm; water has stood at ${floodMm} mm.`,
          },
    )
  return { findings, verdict: worst(findings.map(({ mark }) => mark)) }
}

export const PLACE_WORDS: Readonly<Record<WallPlace, string>> = {
  indoors: 'indoors',
  garage: 'a garage',
  sheltered: 'outdoors under a roof',
  outdoors: 'outdoors in the weather',
}
