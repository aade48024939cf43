import type { Installation, Sources } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import type { PlanMark } from '../rules/verdict'
import { limitsOfInstallation } from './limitsOfInstallation'
import { stringsOf } from './pvStrings'
import { sourceOfStrings, stringsOfSource } from './sourceOfStrings'

/** What a PV system comes to with so many more modules in each of its strings; what rests on a figure that nobody declared is `null`. */
export interface PanelGrowth {
  tag: string
  name: string
  /** Modules more in each string. */
  added: number
  modules: number | null
  /** More peak power than now, in watts. */
  morePeakW: number | null
  /** Of a string in frost, and what its tracker bears. */
  coldVocV: number | null
  maxVocV: number | null
  /** Strings in frost and heat, current and ratio (P-10). */
  mark: PlanMark
  /** The house's limit by day, with the expected output grown alike. */
  dayW: number | null
}

const MOST_ADDED = 3

/** Sources with the expected output of the one that a system feeds through grown as its array is; `null` where that is not known. */
function grownSources(installation: Installation, item: SurveyItem<'pvSystem'>, factor: number | null): Sources | null {
  const { sources } = installation
  const pv = sourceOfStrings(installation, item)
  if (factor === null || pv === null) return null
  const strings = stringsOfSource(installation, pv)
  // what a source is expected to give is of all its strings: of one of several nobody said its share
  if (strings === null || strings.length > 1) return null
  if (pv.coupling === 'dc') {
    const pvDcW = pv.source.pvDcW === null ? null : pv.source.pvDcW * factor
    return { ...sources, units: sources.units.map((one) => (one === pv.source ? { ...one, pvDcW } : one)) }
  }
  const { expectedW, ratingW } = pv.source
  // its own inverter gives no more than its rating, whatever stands on the roof
  const grownW = expectedW === null ? null : Math.min(expectedW * factor, ratingW ?? expectedW)
  return { ...sources, pvAc: sources.pvAc.map((one) => (one === pv.source ? { ...one, expectedW: grownW } : one)) }
}

function grown(installation: Installation, item: SurveyItem<'pvSystem'>, added: number): PanelGrowth {
  const { modulesInString, stringsInParallel, arrayW, maxVocV } = item.detail
  const now = modulesInString === null || stringsInParallel === null ? null : modulesInString * stringsInParallel
  const more = stringsInParallel === null ? null : added * stringsInParallel
  const factor = now === null || now === 0 || more === null ? null : (now + more) / now
  const morePeakW = arrayW === null || factor === null ? null : arrayW * (factor - 1)
  const result = stringsOf(installation, item, {
    modulesInString: modulesInString === null ? null : modulesInString + added,
    arrayW: arrayW === null || factor === null ? null : arrayW * factor,
  })
  const sources = grownSources(installation, item, factor)
  return {
    tag: item.tag,
    name: item.name,
    added,
    modules: now === null || more === null ? null : now + more,
    morePeakW,
    coldVocV: result.coldVocV,
    maxVocV,
    mark: result.verdict,
    dayW: sources === null ? null : limitsOfInstallation({ ...installation, sources }).dayW,
  }
}

/**
 * P-10 and P-4 with one to three more modules in each string of each PV system found on the survey; as it is comes first. Whether the roof has the
 * place, and whether old and new modules may be mixed, is asked elsewhere.
 *
 * @example growthByPanels(installation).map(({ added, coldVocV, mark }) => [added, coldVocV, mark]) // [[0, 427, 'fits'], [1, 475, 'fits'], …]
 */
export const growthByPanels = (installation: Installation): PanelGrowth[] =>
  itemsOf(installation.survey, 'pvSystem').flatMap((item) =>
    Array.from({ length: MOST_ADDED + 1 }, (_, added) => grown(installation, item, added)),
  )
