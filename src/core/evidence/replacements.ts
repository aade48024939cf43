import { REPLACEMENT_WORDS, type Replacement } from '../installation/fit'
import type { Installation } from '../installation/installation'
import { dayThere } from '../time/daysOfInstant'
import { familyOf } from './families'
import type { Point } from './point'
import type { SetsAside } from './setAside'

/** Whether a component that is replaced takes a point's evidence along. */
function restsOn(point: Point, componentTag: string, installation: Installation): boolean {
  if (point.componentTag === componentTag) return true
  const { restsOn: kinds, touches } = familyOf(point)
  return installation.components.some(
    (component) =>
      component.tag === componentTag &&
      kinds.includes(component.kind) &&
      (touches?.(point.thing, component, installation) ?? true),
  )
}

/**
 * What replaced components set aside: everything that was shown with the old one. The picture of the old plate no longer counts for the new one.
 */
export const asideByReplacements = (
  installation: Installation,
  replacements: readonly Replacement[],
): readonly SetsAside[] =>
  replacements.map(({ componentTag, replacedAt, cause }) => ({
    at: replacedAt,
    covers: (point) => restsOn(point, componentTag, installation),
    pictureSubject: componentTag,
    words: `${componentTag} was replaced on ${dayThere(replacedAt, installation.site)} (${REPLACEMENT_WORDS[cause]}), and this was shown with the old one`,
  }))
