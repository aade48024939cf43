import type { Installation } from '../installation/installation'
import type { Visit } from '../installation/visit'
import { dayThere } from '../time/daysOfInstant'
import { familyOf } from './families'
import { runAtComponent } from './families/runAtComponent'
import type { Point } from './point'
import { pointsOf } from './points'
import type { SetsAside } from './setAside'

/** Short names of what was touched with its neighbours: runs that land on it, circuits behind the same device, loads on its circuit. */
export function touchedWithNeighbours(installation: Installation, touched: readonly string[]): Set<string> {
  const { components, circuits, runs, loads } = installation
  const tags = new Set(touched)
  const near = new Set(touched)
  for (const component of components)
    if (tags.has(component.tag))
      for (const run of runs) if (runAtComponent(run, component, installation)) near.add(run.tag)
  const devices = new Set(circuits.filter(({ tag }) => tags.has(tag)).flatMap(({ residualTag }) => residualTag ?? []))
  for (const { tag, residualTag } of circuits) if (residualTag !== null && devices.has(residualTag)) near.add(tag)
  for (const { tag, circuitTag } of loads) if (circuitTag !== null && tags.has(circuitTag)) near.add(tag)
  for (const device of devices) near.add(device)
  return near
}

/** The live steps whose points are shown on the house's own supply. */
const ISLAND_STEPS = ['firstIsland', 'loadedIsland'] as const

/** Whether a point's evidence is of the island: done in it, or said before it. */
function isOfIsland(point: Point): boolean {
  const { waitsFor, precedes } = familyOf(point)
  return (
    ISLAND_STEPS.some((step) => step === waitsFor) ||
    (point.stage === 'outage' && precedes.some((ref) => ISLAND_STEPS.some((step) => ref.startsWith(`${step}.`))))
  )
}

const tagOf = ({ thing }: Point): string | null => (thing as { tag?: string } | null)?.tag ?? null

/**
 * Whether a visit asks for a point to be shown again. A periodic one asks for what its family says wears; any other for what was touched and its
 * neighbours, the settings, and all that was shown in the island. A visit that touched nothing asks for nothing.
 */
function asksFor(visit: Visit, near: ReadonlySet<string>, point: Point): boolean {
  const family = familyOf(point)
  if (visit.kind === 'periodic') return family.periodic === true
  if (visit.touched.length === 0) return false
  const tag = tagOf(point)
  if (near.has(point.subject) || (tag !== null && near.has(tag))) return true
  if (point.componentTag !== undefined && visit.touched.includes(point.componentTag)) return true
  return isOfIsland(point) || point.stage === 'settings'
}

/** What later visits set aside. */
export const asideByVisits = (installation: Installation, visits: readonly Visit[]): readonly SetsAside[] =>
  visits.map((visit) => {
    const near = touchedWithNeighbours(installation, visit.touched)
    return {
      at: visit.openedAt,
      covers: (point) => asksFor(visit, near, point),
      pictureSubject: null,
      words: `a visit was opened on ${dayThere(visit.openedAt, installation.site)} (“${visit.reason}”), and this was shown before it`,
    }
  })

/** Points of a job that a visit would ask to be shown again, in working order. */
export function reopenedBy(installation: Installation, visit: Visit): Point[] {
  const [cause] = asideByVisits(installation, [visit])
  return pointsOf(installation).filter((point) => !point.timing && cause?.covers(point))
}
