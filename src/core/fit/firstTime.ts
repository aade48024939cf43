import type { Component } from '../installation/installation'
import { median } from '../quantity/median'

/** What a task took on an earlier job: when it was done, and with which makes and models it had to do. */
export interface TaskRecord {
  template: string
  minutes: number
  /** ISO instant; left out in what was noted before it was kept. */
  at?: string
  models?: readonly string[]
}

/** Kinds of component that take longer the first time. */
const LEARNED: readonly Component['kind'][] = ['inverter', 'battery', 'gateway', 'charger']
/** Fewest records on either side before a first time is told from a later one. */
const LEAST = 2
/** A factor beyond it is a day that went wrong, not a first time. */
const MOST_FACTOR = 3

/** Models of a job that somebody has to get to know, each once. */
export const modelsOf = (components: readonly Pick<Component, 'kind' | 'model'>[]): string[] => [
  ...new Set(
    components
      .filter(({ kind, model }) => LEARNED.includes(kind) && model.trim() !== '')
      .map(({ model }) => model.trim()),
  ),
]

const bare = (model: string) => model.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/**
 * Models that a crew's timed jobs had, in the spelling in which they are compared, each once and sorted.
 *
 * @returns null where nothing was ever timed, which says nothing of what the crew knows
 * @example knownModels(recorded) // ['hearth5', 'tern10']
 */
export function knownModels(recorded: readonly TaskRecord[]): string[] | null {
  const dated = recorded.filter(({ models }) => models !== undefined && models.length > 0)
  return dated.length === 0 ? null : [...new Set(dated.flatMap(({ models = [] }) => models.map(bare)))].sort()
}

/**
 * Models of a job that none of the crew's timed jobs had.
 *
 * @param known as `knownModels` tells them
 * @returns empty where nothing was ever timed
 * @example newModels([{ kind: 'inverter', model: 'H-5' }], ['hearth5']) // ['H-5']
 */
export const newModels = (
  components: readonly Pick<Component, 'kind' | 'model'>[],
  known: readonly string[] | null,
): string[] => (known === null ? [] : modelsOf(components).filter((model) => !known.includes(bare(model))))

/** Minutes that say something of the work: a start that was forgotten until the evening says nothing. */
export const saysSomething = ({ minutes }: Pick<TaskRecord, 'minutes'>): boolean => minutes >= 1 && minutes <= 600

/**
 * How much longer each kind of task took this crew on a job with a model it had not had before (F-5): the median of the first times over the median of
 * the others, where there are two of each, 1 at least and three at most.
 *
 * @returns nothing for a kind of task whose first times are not on record
 * @example firstTimeFactors(recorded).get('mount') // 1.4
 */
export function firstTimeFactors(recorded: readonly TaskRecord[]): ReadonlyMap<string, number> {
  const dated = recorded
    .filter(
      (one): one is TaskRecord & { at: string; models: readonly string[] } =>
        !!one.at && !!one.models?.length && saysSomething(one),
    )
    .toSorted((a, b) => (a.at < b.at ? -1 : 1))
  const seenOn = new Map<string, string>()
  for (const { at, models } of dated)
    for (const model of models.map(bare)) if (!seenOn.has(model)) seenOn.set(model, at.slice(0, 10))
  const isFirst = ({ at, models }: (typeof dated)[number]) =>
    models.some((model) => seenOn.get(bare(model)) === at.slice(0, 10))
  return new Map(
    [...new Set(dated.map(({ template }) => template))].flatMap((template): [string, number][] => {
      const own = dated.filter((one) => one.template === template)
      const first = own.filter(isFirst).map(({ minutes }) => minutes)
      const later = own.filter((one) => !isFirst(one)).map(({ minutes }) => minutes)
      if (first.length < LEAST || later.length < LEAST) return []
      return [[template, Math.min(MOST_FACTOR, Math.max(1, median(first) / median(later)))]]
    }),
  )
}
