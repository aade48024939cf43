import { REPLACEMENT_WORDS, type Replacement } from '../installation/fit'
import type { ComponentKind, Installation } from '../installation/installation'
import type { Attachment, Judgement } from './point'
import type { Reading } from './reading'

/** What was shown with a component of a kind, and has to be shown anew with another one in its place. */
const RESTS_ON: Readonly<Record<ComponentKind, readonly RegExp[]>> = {
  inverter: [
    /^settings\./,
    /^outage\.(islandSource|gap|stayedOn|returnGap|cleanReturns)/,
    /^earth\.islandBond/,
    /^earth\.rcd\..*\.island$/,
  ],
  gateway: [
    /^settings\./,
    /^outage\.(islandSource|gap|stayedOn|returnGap|cleanReturns)/,
    /^earth\.islandBond/,
    /^earth\.rcd\..*\.island$/,
  ],
  battery: [/^outage\.(islandSource|stayedOn)/],
  isolator: [],
  surge: [],
  meter: [],
  pv: [],
}

/** Whether a point rests on a component. */
function restsOn(installation: Installation, pointKey: string, componentTag: string): boolean {
  const component = installation.components.find(({ tag }) => tag === componentTag)
  const units = installation.fit
    .filter((item) => item.kind === 'unit' && item.detail.componentTag === componentTag)
    .map(({ tag }) => `fit.unit.${tag}`)
  if (
    pointKey === `fit.component.${componentTag}` ||
    (pointKey.startsWith('fit.') && pointKey.endsWith(`.${componentTag}`)) ||
    units.includes(pointKey)
  )
    return true
  return component !== undefined && RESTS_ON[component.kind].some((pattern) => pattern.test(pointKey))
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
  const overtaken = new Map<string, Replacement>()
  const remaining = readings.filter(({ pointKey, recordedAt }) => {
    const by = replacements.findLast(
      ({ replacedAt, componentTag }) => recordedAt < replacedAt && restsOn(installation, pointKey, componentTag),
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
