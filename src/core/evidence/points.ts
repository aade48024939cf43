import type { Installation } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import { stageOfView } from './benchViews'
import type { PointFamily } from './family'
import { POINT_FAMILIES } from './families'
import type { Point } from './point'
import { WORKING_PLACES } from './workingPlaces'

/** Families in the crew's order of work. */
const IN_WORKING_ORDER = [...POINT_FAMILIES].sort(
  (a, b) => WORKING_PLACES.indexOf(a.place) - WORKING_PLACES.indexOf(b.place),
)

/** The points of some families, one for each thing, whatever the depth of the test. @throws Error where two points share a key */
export function derivePoints(families: readonly PointFamily[], installation: Installation): Point[] {
  const pack = rulesOf(installation)
  const points = families.flatMap((family) =>
    family.things(installation, pack).map((thing): Point => ({
      ...family.point(thing, installation, pack),
      key: family.key(thing),
      family: family.id,
      stage: stageOfView(family.view),
      thing,
      ...(family.timing && { timing: true }),
    })),
  )
  refuseTwins(points)
  return points
}

/** One's readings would prove the other: there is no safe way on. */
function refuseTwins(points: readonly Point[]): void {
  const seen = new Map<string, Point>()
  for (const point of points) {
    const twin = seen.get(point.key)
    if (twin) throw new Error(`two points share the key ${point.key}: ${twin.family} and ${point.family}`)
    seen.set(point.key, point)
  }
}

/** Families that ask a job for something: a check that came in after the job was first sealed does not hold it anew. */
const askedOf = ({ checksAsOf }: Installation): PointFamily[] =>
  IN_WORKING_ORDER.filter(({ since }) => since === undefined || checksAsOf === null || since <= checksAsOf)

/** Every point that an installation could ask for at any depth of test, in working order. */
export const allPointsOf = (installation: Installation): Point[] => derivePoints(askedOf(installation), installation)

/** By the installation itself: it is never changed, only made anew, and each reading asks for its points. */
const known = new WeakMap<Installation, readonly Point[]>()

/** Every point that an installation asks for, in working order. @throws Error where two points share a key */
export function pointsOf(installation: Installation): readonly Point[] {
  const there = known.get(installation)
  if (there) return there
  const points = allPointsOf(installation).filter(({ fullOnly }) => !fullOnly || installation.testDepth === 'full')
  known.set(installation, points)
  return points
}
