import { allPointsOf } from '../evidence/points'
import type { JobRecord } from '../evidence/judge'
import type { Point } from '../evidence/point'
import { type Reading, madeAt, standingReadings } from '../evidence/reading'
import { boundOf } from '../evidence/figure'
import type { Unit } from '../quantity/units'

/** One result of a visit: the last figure that was read in it. */
export interface TrendValue {
  /** 0 is the first time the house was measured, then each later visit in turn. */
  visit: number
  /** ISO 8601. */
  at: string
  value: number
}

/** A figure as it went from visit to visit. */
export interface Trend {
  pointKey: string
  slot: string
  label: string
  unit: Unit
  values: readonly TrendValue[]
  /** How far the last differs from the first, as a share of the first; `null` where the first is 0. */
  changeShare: number | null
  years: number
}

const MS_PER_YEAR = 365.25 * 86_400_000
/** Trends that are shown; the farthest first. */
const MOST_TRENDS = 40

/** The visit in which something was recorded: as many as were opened by then. */
const visitAt = (visits: JobRecord['visits'], at: string): number =>
  visits.filter(({ openedAt }) => openedAt <= at).length

function valuesOf(readings: readonly Reading[], visits: JobRecord['visits']): TrendValue[] {
  const last = new Map<number, TrendValue>()
  for (const reading of readings) {
    const at = madeAt(reading)
    const visit = visitAt(visits, at)
    const before = last.get(visit)
    if (!before || before.at <= at) last.set(visit, { visit, at, value: reading.valueNumber as number })
  }
  return [...last.values()].sort((a, b) => a.visit - b.visit)
}

function trendOf(point: Point, readings: readonly Reading[], visits: JobRecord['visits']): Trend[] {
  return point.slots.flatMap(({ id, label, input }): Trend[] => {
    if (input.kind !== 'quantity') return []
    const own = readings.filter(
      (one) => one.pointKey === point.key && one.slot === id && one.valueNumber !== null && boundOf(one) === null,
    )
    const values = valuesOf(own, visits)
    const [first, last] = [values[0], values.at(-1)]
    if (!first || !last || first === last) return []
    return [
      {
        pointKey: point.key,
        slot: id,
        label: point.slots.length > 1 ? `${point.label}: ${label}` : point.label,
        unit: input.unit,
        values,
        changeShare: first.value === 0 ? null : (last.value - first.value) / Math.abs(first.value),
        years: (Date.parse(last.at) - Date.parse(first.at)) / MS_PER_YEAR,
      },
    ]
  })
}

/**
 * Results since the first visit, each as a line: whatever was read in two visits or more, those that moved most first. What was corrected does not
 * count; what a visit or a replaced unit set aside does, since it was true then. A figure that is only “more than” is no point of a line.
 *
 * @example trendsOf(record)[0]?.changeShare // => 0.42: an electrode that went from 60 to 85 Ω
 */
export function trendsOf(record: JobRecord): Trend[] {
  const { installation, visits } = record
  if (visits.length === 0) return []
  const standing = standingReadings(record.readings)
  return allPointsOf(installation)
    .flatMap((point) => trendOf(point, standing, visits))
    .sort((a, b) => Math.abs(b.changeShare ?? 0) - Math.abs(a.changeShare ?? 0))
    .slice(0, MOST_TRENDS)
}
