import type { CustomerPromise, Installation, Load, PromiseKind } from '../installation/installation'
import { type RideThroughClass, rideThroughLimit } from '../outage/rideThrough'
import { formatDuration, formatNumber } from '../quantity/formatQuantity'
import { atMost } from '../quantity/tolerance'
import { RULE_PACKS } from '../rules/packs'
import { rulesOf } from '../installation/rulesOf'
import type { PlanMark } from '../rules/verdict'
import { declaredOfUnits } from './declaredOf'
import { standsOnLadder } from './ladderOfInstallation'
import { LEFT_OUT_WORDS } from './loadLadder'
import type { Plan, PlanMarkKey } from './planOfInstallation'
import { meanDemandW } from './stayingOn'

/** What a crew may promise for the gap; automatic schools promise a class, a manual one is by hand. */
/** What a household is told of a gap, with the longest that its class lets be. */
const GAP_SENTENCES: Readonly<Record<RideThroughClass, (longest: string) => string>> = {
  unnoticed: (longest) => `When the street fails, nobody should notice: the gap is at most ${longest}.`,
  flicker: (longest) => `When the street fails, lights flicker for at most ${longest}.`,
  blink: (longest) => `When the street fails, the house blinks for at most ${longest}.`,
  pause: (longest) => `When the street fails, the house pauses for at most ${longest}.`,
  longPause: () => 'When the street fails, the battery takes over after a longer pause.',
  byHand: () => 'When the street fails, you change over by hand.',
}

function gapSentence(installation: Installation, gapClass: RideThroughClass): string {
  const longest = rideThroughLimit(gapClass, rulesOf(installation))
  return GAP_SENTENCES[gapClass](longest === null ? '' : formatDuration(longest.value))
}

export type PromiseDraft = Omit<CustomerPromise, 'id' | 'changedAt' | 'changeNote'>

/** What the plan does not promise, and why. */
export interface Withheld {
  kind: PromiseKind
  because: string
}

export interface PlanPromises {
  drafts: PromiseDraft[]
  withheld: Withheld[]
}

const draft = (
  kind: PromiseKind,
  sentence: string,
  figures: Partial<Omit<PromiseDraft, 'kind' | 'sentence'>> = {},
): PromiseDraft => ({ kind, sentence, gapClass: null, runtimeH: null, loadTags: [], ...figures })
const MARK_NAMES: Readonly<Record<PlanMarkKey, string>> = {
  capacity: 'the supply',
  night: 'the night limit',
  changeover: 'the changeover limit',
  day: 'the day limit',
  surge: 'the surge',
  runtime: 'the hours',
}
const MARK_SAYS: Readonly<Partial<Record<PlanMark, string>>> = { open: 'is open', exceeds: 'is exceeded' }

/** Why marks that a promise rests on forbid it; `null` where all of them carry it. */
function against({ marks, contradictions }: Plan, keys: readonly PlanMarkKey[]): string | null {
  const bad = keys.filter((key) => MARK_SAYS[marks[key]] !== undefined)
  if (bad.length === 0) return null
  const first = contradictions.find(({ touches }) => touches.includes('demand') || touches.includes('limits'))
  return `${bad.map((key) => `${MARK_NAMES[key]} ${MARK_SAYS[marks[key]]}`).join(', ')}${first ? ` (${first.message})` : ''}`
}

/** Why a load cannot be promised though it is to stay on; `null` where nothing is against it. */
function againstLoad(load: Load, installation: Installation, plan: Plan): string | null {
  const circuit = installation.circuits.find(({ tag }) => tag === load.circuitTag)
  if (circuit && !circuit.backedUp) return `its circuit ${circuit.tag} is not backed up`
  const cause = standsOnLadder(installation, plan, load)
  return cause === null ? null : LEFT_OUT_WORDS[cause]
}

function staysOn(installation: Installation, plan: Plan, { drafts, withheld }: PlanPromises): void {
  const asked = installation.loads.filter(({ mustStayOn }) => mustStayOn)
  if (asked.length === 0) return
  const forbidden = against(plan, ['night', 'changeover', 'surge'])
  if (forbidden !== null) {
    withheld.push({ kind: 'staysOn', because: `Nothing is promised to stay on: ${forbidden}.` })
    return
  }
  const promised: Load[] = []
  for (const load of asked) {
    const because = plan.staying.loads.includes(load) ? againstLoad(load, installation, plan) : 'it is not backed up'
    if (because === null) promised.push(load)
    else withheld.push({ kind: 'staysOn', because: `${load.name} is not promised to stay on: ${because}.` })
  }
  if (promised.length > 0)
    drafts.push(
      draft('staysOn', `These stay on in an outage: ${listed(promised.map(({ name }) => name))}.`, {
        loadTags: promised.map(({ tag }) => tag),
      }),
    )
}

/** Why a gap of a class cannot be promised: what its makers declare, or do not. */
function againstGap(installation: Installation, gapClass: RideThroughClass): string | null {
  if (gapClass === 'byHand') return null
  const declared = declaredOfUnits(installation, 'switchingTime', 'ms')
  if (declared === null)
    return 'the maker has not declared the switching time; an assumption is no declaration. Ask for it in writing.'
  const slowest = Math.max(...declared)
  const longest = rideThroughLimit(gapClass, rulesOf(installation))
  return longest === null || atMost(slowest, longest.value)
    ? null
    : `the maker declares ${formatNumber(slowest, 4)} ms, which is longer.`
}

function gap(installation: Installation, gapClass: RideThroughClass, { drafts, withheld }: PlanPromises): void {
  const because = againstGap(installation, gapClass)
  if (because === null) drafts.push(draft('gapClass', gapSentence(installation, gapClass), { gapClass }))
  else withheld.push({ kind: 'gapClass', because: `No gap is promised: ${because}` })
}

function hours(installation: Installation, plan: Plan, { drafts, withheld }: PlanPromises): void {
  const { staying, runtime } = plan
  const forbidden = against(plan, ['night', 'runtime'])
  const promisedH = runtime.runtimeReserveH === null ? 0 : Math.floor(runtime.runtimeReserveH * 2) / 2
  if (forbidden !== null || promisedH === 0) {
    const because = forbidden ?? 'from the reserve it is less than half an hour'
    withheld.push({ kind: 'runtime', because: `No hours are promised: ${because}.` })
    return
  }
  const off = staying.off.map((tag) => installation.loads.find((load) => load.tag === tag)?.name ?? tag)
  const atW = Math.round(meanDemandW(staying.loads) / 10) * 10
  const shed = staying.school === 'automaticWithShedding'
  const first =
    off.length === 0 ? '' : shed ? `, with ${listed(off)} left off` : ` once you have turned off ${listed(off)}`
  drafts.push(
    draft(
      'runtime',
      `At worst, starting from the backup reserve, the battery carries about ${atW} W for ${formatDuration(promisedH * 3_600_000).replaceAll('\u00a0', ' ')}${first}.`,
      { runtimeH: promisedH },
    ),
  )
}

function protection({ circuits, packId }: Installation, { drafts, withheld }: PlanPromises): void {
  if (circuits.some(({ backedUp }) => backedUp))
    drafts.push(
      draft(
        'protection',
        `On the battery, a fault to ${RULE_PACKS[packId].words.earth} is cut off just as it is on the street’s supply.`,
      ),
    )
  else withheld.push({ kind: 'protection', because: 'No protection is promised: no backed-up circuit is entered.' })
}

/**
 * Writes the plan's promises in plain sentences: what stays on, how fast, how long, and that protection works on the battery too. A promise is written
 * only from figures that are neither Open, exceeded nor contradicted, and names nothing that nobody entered; what is not promised is said with
 * its reason.
 */
export function promisesOfPlan(installation: Installation, plan: Plan, gapClass: RideThroughClass): PlanPromises {
  const promises: PlanPromises = { drafts: [], withheld: [] }
  staysOn(installation, plan, promises)
  gap(installation, gapClass, promises)
  hours(installation, plan, promises)
  protection(installation, promises)
  return promises
}

const listed = (names: readonly string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`
