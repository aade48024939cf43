import { stageOfView } from './benchViews'
import type { PointFamily } from './family'
import type { EvidenceContext, Point } from './point'

/** The point of one thing, for a family that looks at another family's evidence. */
export const pointOf = <Thing>(
  family: PointFamily<Thing>,
  thing: Thing,
  { installation, pack }: Pick<EvidenceContext, 'installation' | 'pack'>,
): Point<Thing> => ({
  ...family.point(thing, installation, pack),
  key: family.key(thing),
  family: family.id,
  stage: stageOfView(family.view),
  thing,
})
