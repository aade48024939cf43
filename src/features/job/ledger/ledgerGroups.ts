import type { Point } from '@/core/evidence/point'
import type { Reading } from '@/core/evidence/reading'

/** Readings of one point that were made one after another. */
export interface ReadingsOfPoint {
  /** Its first reading's: it stays while more of them come. */
  id: string
  pointKey: string
  point: Point | undefined
  readings: Reading[]
}

/** Readings of a stage, newest first, those made one after another on the same point gathered under it. */
export function ledgerGroups(points: readonly Point[], readings: readonly Reading[], stage: string): ReadingsOfPoint[] {
  const byKey = new Map(points.map((point) => [point.key, point]))
  const own = readings.filter(({ pointKey }) => (byKey.get(pointKey)?.stage ?? pointKey.split('.')[0]) === stage)
  const newest = [...own].sort((a, b) =>
    a.recordedAt < b.recordedAt ? 1 : a.recordedAt > b.recordedAt ? -1 : a.id < b.id ? 1 : -1,
  )
  const groups: ReadingsOfPoint[] = []
  for (const reading of newest) {
    const last = groups.at(-1)
    if (last?.pointKey === reading.pointKey) {
      last.readings.push(reading)
      last.id = reading.id
    } else {
      const { id, pointKey } = reading
      groups.push({ id, pointKey, point: byKey.get(pointKey), readings: [reading] })
    }
  }
  return groups
}

/** So many of the newest readings, in their groups. */
export function newestLines(groups: readonly ReadingsOfPoint[], most: number): ReadingsOfPoint[] {
  const shown: ReadingsOfPoint[] = []
  let left = most
  for (const group of groups) {
    if (left <= 0) break
    shown.push(group.readings.length <= left ? group : { ...group, readings: group.readings.slice(0, left) })
    left -= group.readings.length
  }
  return shown
}
