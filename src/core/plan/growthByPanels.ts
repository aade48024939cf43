import type { Installation, Sources } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'
import type { PlanMark } from '../rules/verdict'
import { limitsOfInstallation } from './limitsOfInstallation'
import { stringsOf } from './pvStrings'
import { unitOfString } from './trackers'

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

/** Expected output of the inverter that a DC-coupled system is on, grown as its array is; `null` where that is not known. */
function grownSources(installation: Installation, item: SurveyItem<'pvSystem'>, factor: number | null): Sources | null {
  const { sources, survey } = installation
  if (item.detail.coupling !== 'dc') {
    const [only] = sources.pvAc
    if (factor === null || !only || sources.pvAc.length > 1) return null
    // its own inverter gives no more than its rating, whatever stands on the roof
    const grown = only.expectedW === null ? null : Math.min(only.expectedW * factor, only.ratingW ?? only.expectedW)
    return { ...sources, pvAc: [{ ...only, expectedW: grown }] }
  }
  const unit = unitOfString(installation, item)
  const beside = itemsOf(survey, 'pvSystem').filter(
    (other) => other.detail.coupling === 'dc' && unitOfString(installation, other) === unit,
  )
  // what an inverter is expected to give is of all its strings: of one of several nobody said its share
  if (factor === null || unit === null || beside.length > 1) return null
  return {
    ...sources,
    units: sources.units.map((one) =>
      one.name === unit ? { ...one, pvDcW: one.pvDcW === null ? null : one.pvDcW * factor } : one,
    ),
  }
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
