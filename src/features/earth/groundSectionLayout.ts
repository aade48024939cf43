import { line, scaleLinear } from 'd3'
import { labelRows } from '@/ui/charts/labelRows'

/** Room that a resistance or a share takes beside another. */
const WORDS_PX = 46
/** From one row of them to the next. */
export const ROW_PX = 15

export interface GroundReading {
  /** Place of the potential probe as a share of the distance to the current probe. */
  share: number
  ohm: number
  /** It is the resistance, which the dry season raises. */
  isResistance: boolean
  /** Its place was found from the others, and stands close beside one of them: its words go elsewhere. */
  isFound?: boolean
}

export interface GroundSection {
  points: { x: number; y: number; label: string; ohm: number; isFound: boolean; row: number }[]
  /** Path through the readings, from the electrode; empty with none. */
  curve: string
  targetY: number
  /** What a dry season makes of the resistance; `null` while it is not read. */
  seasonal: { x: number; fromY: number; toY: number } | null
  yTicks: { y: number; label: string }[]
  x: (share: number) => number
}

/** What was found stands close beside what was read: its words are in the second row. */
const FOUND_ROW = 1

/** Row of the words at each place of a probe, so that on a narrow screen none lies on another; as given, in any order. */
export function wordRows(
  places: readonly Pick<GroundReading, 'share' | 'isFound'>[],
  x: (share: number) => number,
): number[] {
  const read = places.filter(({ isFound }) => !isFound).toSorted((a, b) => a.share - b.share)
  const rows = labelRows(
    read.map(({ share }) => x(share)),
    WORDS_PX,
  )
  return places.map((place) => (place.isFound ? FOUND_ROW : (rows[read.indexOf(place)] ?? 0)))
}

/**
 * Lays out an electrode's section: readings over the place of the probe, above the ground they were taken in.
 * `height` is that of the readings' part; the ground lies below it on the same x.
 */
export function groundSectionLayout(
  readings: readonly GroundReading[],
  targetOhm: number,
  seasonalFactor: number,
  size: { width: number; height: number },
): GroundSection {
  const most = Math.max(targetOhm * 1.15, ...readings.map(({ ohm }) => ohm * Math.max(1.15, seasonalFactor * 1.05)))
  const x = scaleLinear([0, 1], [54, size.width - 26])
  const y = scaleLinear([0, most], [size.height - 4, 14]).nice()
  const sorted = [...readings].sort((a, b) => a.share - b.share)
  const rows = wordRows(sorted, x)
  const points = sorted.map(({ share, ohm, isFound = false }, k) => ({
    x: x(share),
    y: y(ohm),
    label: `${Math.round(share * 1000) / 10} %`,
    ohm,
    isFound,
    row: rows[k] ?? 0,
  }))
  const resistance = sorted.find(({ isResistance }) => isResistance)
  const path = line<{ x: number; y: number }>(
    (point) => point.x,
    (point) => point.y,
  )
  return {
    points,
    curve: points.length > 0 ? (path([{ x: x(0), y: y(0) }, ...points]) ?? '') : '',
    targetY: y(targetOhm),
    seasonal: resistance
      ? { x: x(resistance.share), fromY: y(resistance.ohm), toY: y(resistance.ohm * seasonalFactor) }
      : null,
    yTicks: y.ticks(4).map((ohm) => ({ y: y(ohm), label: ohm === 0 ? '0 Ω' : String(ohm) })),
    x: (share) => x(share),
  }
}
