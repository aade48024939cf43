import type { CustomerPromise, Installation } from '../installation/installation'
import type { RideThroughClass } from '../outage/rideThrough'
import { formatDuration } from '../quantity/formatQuantity'
import { RULE_PACKS } from '../rules/packs'
import { type Plan, demandAfterTurnOff } from './planOfInstallation'

/** What a crew may promise for the gap; automatic schools promise a class, a manual one is by hand. */
const GAP_SENTENCES: Readonly<Record<RideThroughClass, string>> = {
  unnoticed: 'When the street fails, nobody should notice: the gap is at most 20 ms.',
  flicker: 'When the street fails, lights flicker for at most 150 ms.',
  blink: 'When the street fails, the house blinks for less than a second.',
  pause: 'When the street fails, the house pauses for at most ten seconds.',
  longPause: 'When the street fails, the battery takes over after a longer pause.',
  byHand: 'When the street fails, you change over by hand with the switch in the cupboard.',
}

export type PromiseDraft = Omit<CustomerPromise, 'id' | 'changedAt' | 'changeNote'>

/**
 * Writes the plan's promises in plain sentences: what stays on, how fast, how long, and that protection works on the battery too.
 * What the plan cannot work out is not promised.
 */
export function promisesOfPlan(installation: Installation, plan: Plan, gapClass: RideThroughClass): PromiseDraft[] {
  const staying = installation.loads.filter((load) => load.backedUp && load.mustStayOn)
  const off = (plan.demand.turnOffNight?.loads ?? []).map(
    (tag) => installation.loads.find((load) => load.tag === tag)?.name ?? tag,
  )
  const drafts: PromiseDraft[] = []
  if (staying.length > 0)
    drafts.push({
      kind: 'staysOn',
      sentence: `These stay on in an outage: ${listed(staying.map(({ name }) => name))}.`,
      gapClass: null,
      runtimeH: null,
      loadTags: staying.map(({ tag }) => tag),
    })
  drafts.push({ kind: 'gapClass', sentence: GAP_SENTENCES[gapClass], gapClass, runtimeH: null, loadTags: [] })
  const hours = plan.runtime.runtimeReserveH
  if (hours !== null) {
    const promisedH = Math.floor(hours * 2) / 2
    const atW = Math.round(demandAfterTurnOff(installation, plan.demand) / 10) * 10
    const first = off.length > 0 ? ` once you have turned off ${listed(off)}` : ''
    drafts.push({
      kind: 'runtime',
      sentence: `At worst, starting from the backup reserve, the battery carries about ${atW} W for ${formatDuration(promisedH * 3_600_000).replaceAll('\u00a0', ' ')}${first}.`,
      gapClass: null,
      runtimeH: promisedH,
      loadTags: [],
    })
  }
  drafts.push({
    kind: 'protection',
    sentence: `On the battery, a fault to ${RULE_PACKS[installation.packId].words.earth} is cut off just as it is on the street’s supply.`,
    gapClass: null,
    runtimeH: null,
    loadTags: [],
  })
  return drafts
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
