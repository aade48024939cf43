import { REPLACEMENT_WORDS, type Replacement } from '../installation/fit'
import type { Installation } from '../installation/installation'
import { familyOf } from './families'
import type { Attachment, Judgement, Point } from './point'
import { allPointsOf } from './points'
import { type Reading, madeAt } from './reading'

/** Tags of the components whose replacement sets a point's evidence aside. */
function componentsBehind(point: Point, installation: Installation): Set<string> {
  const { restsOn, touches } = familyOf(point)
  const behind = installation.components.filter(
    (component) => restsOn.includes(component.kind) && (touches?.(point.thing, component, installation) ?? true),
  )
  const tags = new Set(behind.map(({ tag }) => tag))
  if (point.componentTag !== undefined) tags.add(point.componentTag)
  return tags
}

export interface Remaining {
  readings: Reading[]
  attachments: Attachment[]
  /** Points that lost evidence, and the replacement that took it. */
  overtaken: ReadonlyMap<string, Replacement>
}

/**
 * Sets evidence aside that was recorded before a component it rests on was replaced: it stays on record, but what it showed has to be
 * shown again. The picture of the old plate no longer counts for the new one.
 */
export function withoutOvertaken(
  installation: Installation,
  readings: readonly Reading[],
  attachments: readonly Attachment[],
  replacements: readonly Replacement[],
): Remaining {
  if (replacements.length === 0) return { readings: [...readings], attachments: [...attachments], overtaken: new Map() }
  const behind = new Map(allPointsOf(installation).map((point) => [point.key, componentsBehind(point, installation)]))
  const overtaken = new Map<string, Replacement>()
  const remaining = readings.filter((reading) => {
    const { pointKey } = reading
    const at = madeAt(reading)
    const by = replacements.findLast(
      ({ replacedAt, componentTag }) => at < replacedAt && behind.get(pointKey)?.has(componentTag),
    )
    if (by) overtaken.set(pointKey, by)
    return !by
  })
  return {
    readings: remaining,
    attachments: attachments.filter(
      ({ subject, receivedAt }) =>
        !replacements.some(({ componentTag, replacedAt }) => subject === componentTag && receivedAt < replacedAt),
    ),
    overtaken,
  }
}

/** Says of an open point that it was shown before, and with what. */
export function afterReplacement(judgement: Judgement, by: Replacement | undefined): Judgement {
  if (by === undefined || judgement.verdict !== 'open') return judgement
  return {
    ...judgement,
    why: `Open again: ${by.componentTag} was replaced on ${by.replacedAt.slice(0, 10)} (${REPLACEMENT_WORDS[by.cause]}), and this was shown with the old one. ${judgement.why}`,
  }
}
