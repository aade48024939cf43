import { usableEnergyWh } from './usableEnergy'
import type { CustomerPromise, Installation } from '../installation/installation'
import { formatNumber } from '../quantity/formatQuantity'
import { hoursOrOpen, quantityOrOpen } from '../quantity/orOpen'
import { BACKUP_MAIN_WORDS } from './mains'
import { SCHOOL_WORDS, type Plan } from './planOfInstallation'
import type { PromiseDraft } from './promisesOfPlan'
import type { School } from './changeoverLoad'
import { BINDING_WORDS } from './schoolReason'

/** One line of a plan as it stood: what it is about and what it said. */
export interface PlanLine {
  key: string
  label: string
  value: string
}

/** A plan as it stood when it was chosen. */
export interface PlanRevision {
  id: string
  number: number
  note: string
  lines: PlanLine[]
  madeByName: string
  /** ISO instant. */
  madeAt: string
}

/** What was chosen for a house, and promised with it. */
export interface PlanChoice {
  chosenSchool: School | null
  schoolReason: string | null
  promises: (CustomerPromise & { sort: number })[]
}

/** What of a choice somebody sees: two of them are the same where this is. */
export const choiceSaid = ({ chosenSchool, schoolReason, promises }: Pick<Installation, keyof PlanChoice>) => ({
  chosenSchool,
  schoolReason,
  promises: promises
    .map(({ kind, sentence, gapClass, runtimeH, loadTags }) => ({ kind, sentence, gapClass, runtimeH, loadTags }))
    .sort((a, b) => (a.kind < b.kind ? -1 : 1)),
})

export type LineChange = { key: string; label: string; before: string | null; after: string | null }

const watts = (value: number | null) => quantityOrOpen(value, 'W', 3)
const wattHours = (value: number | null) => quantityOrOpen(value, 'Wh', 3)
const percent = (share: number | null) => (share === null ? 'open' : `${formatNumber(100 * share, 3)} %`)
const amps = (value: number | null) => (value === null ? 'not known' : `${formatNumber(value)} A`)

/** A plan written out line by line, in the order a lead defends it; two of them can be compared by their keys. */
export function planLines(installation: Installation, plan: Plan): PlanLine[] {
  const { supply, sources, loads, chosenSchool, schoolReason, packId } = installation
  const line = (key: string, label: string, value: string): PlanLine => ({ key, label, value })
  const binding = (element: keyof typeof BINDING_WORDS | null) =>
    element === null ? '' : `, limited by ${BINDING_WORDS[element]}`
  return [
    line('pack', 'Rule pack', packId),
    line('supply', 'Supply', amps(supply.ratingA)),
    line('supply2', 'Second main', supply.secondMainA === null ? 'none' : amps(supply.secondMainA)),
    ...(supply.secondMainA === null
      ? []
      : [line('supplyBackup', 'Backup on', supply.backupMain ? BACKUP_MAIN_WORDS[supply.backupMain] : 'not known')]),
    ...sources.units.map((unit, k) =>
      line(
        `unit.${k}`,
        `Inverter ${k + 1}`,
        `${unit.name}: ${unit.moduleCount ?? '?'} modules × ${watts(unit.moduleW)}, battery side ${watts(unit.inverterBatteryW)}, ${unit.batterySideOnly ? 'no AC rating' : `AC ${watts(unit.inverterAcW)}`}, surge ${quantityOrOpen(unit.inverterSurgeVa, 'VA', 3)}`,
      ),
    ),
    ...sources.pvAc.map((pv, k) =>
      line(`pv.${k}`, `PV ${k + 1}`, `${pv.name}: ${watts(pv.expectedW)} expected, ${pv.side} side`),
    ),
    line('usable', 'Usable energy', wattHours(usableEnergyWh(sources))),
    line('reserve', 'Backup reserve', percent(sources.reserveSoc)),
    line('floor', 'Floor', percent(sources.floorSoc)),
    line('gateway', 'Gateway', amps(sources.gatewayA)),
    line('feeder', 'Feeder', amps(sources.feederA)),
    line('night', 'Night limit', watts(plan.limits.nightW) + binding(plan.limits.bindingNight)),
    line('changeover', 'Changeover limit', watts(plan.limits.changeoverW)),
    line('day', 'Day limit', watts(plan.limits.dayW) + binding(plan.limits.bindingDay)),
    line('surge', 'Surge', quantityOrOpen(plan.limits.surgeVa, 'VA', 3)),
    line('demand', 'Expected demand', watts(plan.demand.expectedDemandW)),
    line('above', 'Above the night limit', percent(plan.demand.shareAboveNight)),
    line('runtime', 'Runtime from the reserve', hoursOrOpen(plan.runtime.runtimeReserveH)),
    ...loads.map((load) =>
      line(
        `load.${load.tag}`,
        load.name,
        `${watts(load.powerW)}, ${formatNumber(load.duty * 100, 3)} % of the time, ${load.phase}, ${load.mustStayOn ? 'stays on' : !load.backedUp ? 'never backed up' : load.turnOffFirst ? 'turn off first' : 'backed up'}`,
      ),
    ),
    line('school', 'Changeover', chosenSchool === null ? 'not chosen' : SCHOOL_WORDS[chosenSchool]),
    line('reason', 'Because', schoolReason ?? ''),
    ...installation.promises.map((promise) => line(`promise.${promise.kind}`, 'Promise', promise.sentence)),
  ]
}

/** What differs between two plans, line by line, in the order of the later one; lines that only the earlier had come last. */
export function compareLines(before: readonly PlanLine[], after: readonly PlanLine[]): LineChange[] {
  const old = new Map(before.map((line) => [line.key, line]))
  const now = new Set(after.map(({ key }) => key))
  return [
    ...after.flatMap(({ key, label, value }): LineChange[] => {
      const was = old.get(key)
      return was?.value === value ? [] : [{ key, label, before: was?.value ?? null, after: value }]
    }),
    ...before
      .filter(({ key }) => !now.has(key))
      .map(({ key, label, value }): LineChange => ({ key, label, before: value, after: null })),
  ]
}

export interface RevisedPromises {
  /** Promises to keep as they are, by id. */
  unchanged: string[]
  /** Promises that say something else now: their id stays, their evidence starts anew. */
  changed: { id: string; draft: PromiseDraft; changeNote: string }[]
  added: PromiseDraft[]
  /** Ids of promises that are no longer made. */
  dropped: string[]
}

const sameWords = (promise: CustomerPromise, draft: PromiseDraft) =>
  promise.sentence === draft.sentence &&
  promise.gapClass === draft.gapClass &&
  promise.runtimeH === draft.runtimeH &&
  promise.loadTags.join() === draft.loadTags.join()

/** What becomes of the standing promises under a revision: one of each kind, told apart by what it says. */
export function revisePromises(standing: readonly CustomerPromise[], drafts: readonly PromiseDraft[]): RevisedPromises {
  const result: RevisedPromises = { unchanged: [], changed: [], added: [], dropped: [] }
  for (const draft of drafts) {
    const own = standing.find(({ kind }) => kind === draft.kind)
    if (!own) result.added.push(draft)
    else if (sameWords(own, draft)) result.unchanged.push(own.id)
    else result.changed.push({ id: own.id, draft, changeNote: `Before: ${own.sentence}` })
  }
  result.dropped = standing.filter(({ kind }) => !drafts.some((draft) => draft.kind === kind)).map(({ id }) => id)
  return result
}
