import type { Installation } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import { atMost } from '../quantity/tolerance'
import { type PlanMark, worstPlanMark } from '../rules/verdict'
import { stringsOf } from './pvStrings'
import { sourceOfStrings } from './sourceOfStrings'

type PvItem = SurveyItem<'pvSystem'>

const stringsOnDc = ({ survey }: Pick<Installation, 'survey'>): PvItem[] =>
  itemsOf(survey, 'pvSystem').filter(({ detail }) => detail.coupling === 'dc')

const unitOfString = (installation: Pick<Installation, 'sources'>, item: PvItem): string | null =>
  sourceOfStrings(installation, item)?.source.name ?? null

/**
 * Inputs of an inverter that are taken: strings said to share one count once, one without a number has its own.
 *
 * @returns `null` while a string could be on any of several inverters
 * @example inputsTaken(installation, 'Inverter') // 2
 */
export function inputsTaken(installation: Installation, unitName: string): number | null {
  const strings = stringsOnDc(installation).map((item) => ({ item, unit: unitOfString(installation, item) }))
  if (strings.some(({ unit }) => unit === null)) return null
  const own = strings.filter(({ unit }) => unit === unitName).map(({ item }) => item)
  const numbered = own.flatMap(({ detail }) => (detail.trackerInput == null ? [] : [detail.trackerInput]))
  return new Set(numbered).size + own.length - numbered.length
}

export const TRACKER_FAULTS = ['unlikeStrings', 'tooMuchCurrent', 'noSuchInput'] as const
export type TrackerFault = (typeof TRACKER_FAULTS)[number]

/** One tracker input with the strings on it. */
export interface Tracker {
  unit: string
  input: number
  strings: string[]
  /** Of all its strings together, and what it bears. */
  currentA: number | null
  limitA: number | null
  faults: TrackerFault[]
  mark: PlanMark
}

function trackerOf(installation: Installation, unit: string, input: number, items: readonly PvItem[]): Tracker {
  const inputs = installation.sources.units.find(({ name }) => name === unit)?.pvInputs ?? null
  const results = items.map((item) => stringsOf(installation, item))
  const currents = results.map(({ trackerA }) => trackerA)
  const currentA = currents.includes(null) ? null : currents.reduce<number>((sum, a) => sum + (a ?? 0), 0)
  const limits = items.map(({ detail }) => detail.trackerLimitA)
  const limitA = limits.includes(null) ? null : Math.min(...limits.map((limit) => limit ?? Infinity))
  const lengths = new Set(items.map(({ detail }) => detail.modulesInString))
  const faults: TrackerFault[] = [
    ...(lengths.size > 1 && !lengths.has(null) ? (['unlikeStrings'] as const) : []),
    ...(currentA !== null && limitA !== null && !atMost(currentA, limitA) ? (['tooMuchCurrent'] as const) : []),
    ...(inputs !== null && input > inputs ? (['noSuchInput'] as const) : []),
  ]
  const unknown = currentA === null || limitA === null || lengths.has(null) || inputs === null
  return {
    unit,
    input,
    strings: items.map(({ name }) => name),
    currentA,
    limitA,
    faults,
    mark: worstPlanMark([
      ...results.map(({ verdict }) => verdict),
      faults.length > 0 ? 'exceeds' : unknown ? 'open' : 'fits',
    ]),
  }
}

/**
 * Trackers string by string (P-10): strings on one input are alike, together within its current, and the inverter has that input. Only inputs whose
 * number was entered are listed.
 *
 * @example trackersOf(installation) // [{ unit: 'Inverter', input: 1, strings: ['East', 'West'], faults: ['unlikeStrings'], mark: 'exceeds', … }]
 */
export function trackersOf(installation: Installation): Tracker[] {
  const known = stringsOnDc(installation).flatMap((item) => {
    const unit = unitOfString(installation, item)
    const input = item.detail.trackerInput ?? null
    return unit === null || input === null ? [] : [{ unit, input, item }]
  })
  const keys = [...new Map(known.map(({ unit, input }) => [`${unit}/${input}`, { unit, input }])).values()]
  return keys
    .toSorted((a, b) => a.unit.localeCompare(b.unit) || a.input - b.input)
    .map(({ unit, input }) =>
      trackerOf(
        installation,
        unit,
        input,
        known.filter((one) => one.unit === unit && one.input === input).map(({ item }) => item),
      ),
    )
}
