import { USUAL_SOIL_OHM_M } from './electrodeDesign'
import { type ElectrodeArray, type PlacedElectrode, electrodeArray } from './electrodeArray'
import { electrodeResistance } from './electrodeResistance'
import type { Electrode, Installation } from '../installation/installation'
import { itemsOf } from '../installation/survey'

/** One body in the ground, in metres: along the line from the wall of the house, and down from the surface. */
export interface BuriedPart {
  fromM: number
  toM: number
  topM: number
  bottomM: number
}

/** What the picture lacks of an electrode. */
export type ElectrodeGap = 'place' | 'length' | 'thickness' | 'across' | 'depth' | 'count' | 'spacing'

export interface PlottedElectrode {
  tag: string
  kind: Electrode['kind']
  /** Empty while its place or a size that the picture needs is missing. */
  parts: BuriedPart[]
  /** How far off the line it stands; 0 where nobody said that it does. */
  asideM: number
  missing: ElectrodeGap[]
  /** By E-1 (an array by E-2) alone in this soil; `null` while a size or the soil is missing. */
  aloneOhm: number | null
  /** Share of the current it carries of all joined; `null` where that is not known. */
  currentShare: number | null
  /** The nearest located service, and how far from the electrode it crosses the line. */
  nearest: { tag: string; distanceM: number } | null
}

export interface PlottedService {
  tag: string
  name: string
  medium: string
  isMetal: boolean | null
  atM: number
  /** `null` where nobody located how deep it lies. */
  depthM: number | null
}

export interface PlottedOther {
  tag: string
  name: string
  of: string
  atM: number
}

export interface GroundPlot {
  electrodes: PlottedElectrode[]
  services: PlottedService[]
  others: PlottedOther[]
  /** Services and other electrodes that are there, and nobody said where. */
  unplaced: { tag: string; name: string }[]
  soil: { ohmM: number; isMeasured: boolean } | null
  /** All electrodes joined, by E-2; `null` while the soil, a place or a size of one is missing, or two stand on one spot. */
  joined: ElectrodeArray | null
  /** How far out, and how deep, the picture goes. */
  outM: number
  deepM: number
}

const known = (value: number | null | undefined): value is number => value !== null && value !== undefined

/** Sizes that a kind is drawn and reckoned by. */
const NEEDED: Readonly<Record<Electrode['kind'], readonly [keyof Electrode, ElectrodeGap][]>> = {
  rod: [
    ['atM', 'place'],
    ['lengthM', 'length'],
    ['diameterMm', 'thickness'],
  ],
  plate: [
    ['atM', 'place'],
    ['acrossM', 'across'],
    ['depthM', 'depth'],
  ],
  conductor: [
    ['atM', 'place'],
    ['lengthM', 'length'],
    ['diameterMm', 'thickness'],
    ['depthM', 'depth'],
  ],
  array: [
    ['atM', 'place'],
    ['lengthM', 'length'],
    ['diameterMm', 'thickness'],
    ['rodCount', 'count'],
    ['spacingM', 'spacing'],
  ],
}

const missingOf = (electrode: Electrode): ElectrodeGap[] =>
  NEEDED[electrode.kind].flatMap(([field, gap]) => (known(electrode[field] as number | null) ? [] : [gap]))

/** Bodies of an electrode whose sizes are known. A rod's own top is the surface where nobody said that it lies deeper. */
function partsOf(electrode: Electrode): BuriedPart[] {
  const [atM, depthM, lengthM] = [electrode.atM ?? 0, electrode.depthM ?? 0, electrode.lengthM ?? 0]
  const rodAt = (placeM: number) => ({ fromM: placeM, toM: placeM, topM: depthM, bottomM: depthM + lengthM })
  switch (electrode.kind) {
    case 'rod':
      return [rodAt(atM)]
    case 'array':
      return Array.from({ length: electrode.rodCount ?? 0 }, (_, k) => rodAt(atM + k * (electrode.spacingM ?? 0)))
    case 'plate': {
      const half = (electrode.acrossM ?? 0) / 2
      return [{ fromM: atM - half, toM: atM + half, topM: depthM, bottomM: depthM }]
    }
    case 'conductor':
      return [{ fromM: atM, toM: atM + lengthM, topM: depthM, bottomM: depthM }]
  }
}

/** An electrode in the form that E-1 and E-2 take it, each body with its middle in plan. */
function placedOf(electrode: Electrode): PlacedElectrode[] {
  const yM = electrode.asideM ?? 0
  const diameterM = (electrode.diameterMm ?? 0) / 1000
  return partsOf(electrode).map(({ fromM, toM }) => {
    const xM = (fromM + toM) / 2
    if (electrode.kind === 'plate')
      return { kind: 'disc', radiusM: (electrode.acrossM ?? 0) / 2, depthM: electrode.depthM, xM, yM }
    if (electrode.kind === 'conductor')
      return { kind: 'conductor', lengthM: electrode.lengthM, diameterM, depthM: electrode.depthM, xM, yM }
    return { kind: 'rod', lengthM: electrode.lengthM, diameterM, xM, yM }
  })
}

/** E-2, or `null` where two bodies stand on one spot or so close that the formula has no answer. */
function joinedOf(placed: readonly PlacedElectrode[], soilOhmM: number | null): ElectrodeArray | null {
  try {
    return electrodeArray(placed, soilOhmM)
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}

const hasSizes = (electrode: Electrode) => missingOf(electrode).every((gap) => gap === 'place')
const positive = (electrode: Electrode): boolean =>
  [electrode.lengthM, electrode.diameterMm, electrode.acrossM, electrode.rodCount].every(
    (size) => !known(size) || size > 0,
  )

function aloneOhmOf(electrode: Electrode, soilOhmM: number | null): number | null {
  if (!hasSizes(electrode) || !positive(electrode)) return null
  const placed = placedOf(electrode)
  if (placed.length === 1) return electrodeResistance(placed[0] as PlacedElectrode, soilOhmM)?.resistanceOhm ?? null
  return joinedOf(placed, soilOhmM)?.totalOhm ?? null
}

/** How far a place on the line is from the nearest body of an electrode, along the line. */
const distanceTo = (parts: readonly BuriedPart[], atM: number): number =>
  Math.min(...parts.map(({ fromM, toM }) => Math.max(0, fromM - atM, atM - toM)))

function nearestOf(parts: readonly BuriedPart[], services: readonly PlottedService[]): PlottedElectrode['nearest'] {
  if (parts.length === 0) return null
  return services.reduce<PlottedElectrode['nearest']>((nearest, { tag, atM }) => {
    const distanceM = distanceTo(parts, atM)
    return nearest !== null && nearest.distanceM <= distanceM ? nearest : { tag, distanceM }
  }, null)
}

/** Shares of the current by electrode, from those of the single bodies, in the order they were joined. */
function sharesOf(electrodes: readonly Electrode[], joined: ElectrodeArray | null): (number | null)[] {
  let at = 0
  return electrodes.map((electrode) => {
    const count = partsOf(electrode).length
    const shares = joined?.currentShare.slice(at, at + count)
    at += count
    return shares ? shares.reduce((sum, share) => sum + share, 0) : null
  })
}

/**
 * What the ground holds along one line out from the house, to scale: electrodes by their sizes (E-1), what they take from each other (E-2), services as they
 * were located, and the earths of others. What nobody has said has no place in the picture and is named instead. A plan's figures: what counts is measured.
 *
 * @example groundPlot(house({ electrodes: [anElectrode({ atM: 2, lengthM: 2.4, diameterMm: 16 })] })).electrodes[0]?.parts // [{ fromM: 2, toM: 2, topM: 0, bottomM: 2.4 }]
 */
export function groundPlot({ electrodes, survey, site }: Installation): GroundPlot {
  const soil =
    site.soilOhmM !== null
      ? { ohmM: site.soilOhmM, isMeasured: true }
      : site.soil === null
        ? null
        : { ohmM: USUAL_SOIL_OHM_M[site.soil], isMeasured: false }
  const found = itemsOf(survey, 'service')
  const around = itemsOf(survey, 'otherElectrode')
  const services = found.flatMap(({ tag, name, detail }): PlottedService[] =>
    known(detail.atM)
      ? [
          {
            tag,
            name,
            medium: detail.medium,
            isMetal: detail.material === null ? null : detail.material === 'metal',
            atM: detail.atM,
            depthM: detail.depthM ?? null,
          },
        ]
      : [],
  )
  const others = around.flatMap(({ tag, name, detail }): PlottedOther[] =>
    known(detail.distanceM) ? [{ tag, name, of: detail.of, atM: detail.distanceM }] : [],
  )
  const whole = electrodes.every((electrode) => missingOf(electrode).length === 0 && positive(electrode))
  const joined = whole ? joinedOf(electrodes.flatMap(placedOf), soil?.ohmM ?? null) : null
  const shares = sharesOf(electrodes, joined)
  const plotted = electrodes.map((electrode, k): PlottedElectrode => {
    const missing = missingOf(electrode)
    // a thickness is too thin to be drawn: without it there is a picture and no figure
    const parts = missing.some((gap) => gap !== 'thickness') ? [] : partsOf(electrode)
    return {
      tag: electrode.tag,
      kind: electrode.kind,
      parts,
      asideM: electrode.asideM ?? 0,
      missing,
      aloneOhm: aloneOhmOf(electrode, soil?.ohmM ?? null),
      currentShare: shares[k] ?? null,
      nearest: nearestOf(parts, services),
    }
  })
  const parts = plotted.flatMap((one) => one.parts)
  return {
    electrodes: plotted,
    services,
    others,
    unplaced: [...found, ...around]
      .filter(({ tag }) => ![...services, ...others].some((placed) => placed.tag === tag))
      .map(({ tag, name }) => ({ tag, name })),
    soil,
    joined,
    outM: Math.max(4, ...parts.map(({ toM }) => toM + 1), ...[...services, ...others].map(({ atM }) => atM + 1)),
    deepM: Math.max(
      1.5,
      ...parts.map(({ bottomM }) => bottomM + 0.3),
      ...services.map(({ depthM }) => (depthM ?? 0) + 0.4),
    ),
  }
}
