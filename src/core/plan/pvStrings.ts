import type { Installation } from '../installation/installation'
import { rulesOf } from '../installation/rulesOf'
import type { SurveyItem } from '../installation/survey'
import { type DcPv, dcPv } from './pvInIsland'

/**
 * P-10 for one PV system of the survey, with so many modules in each of its strings.
 *
 * @param modulesInString as found where left out
 * @example stringsOf(installation, item).verdict // 'fits'
 */
export function stringsOf(
  installation: Installation,
  { detail }: SurveyItem<'pvSystem'>,
  grown: Partial<Pick<SurveyItem<'pvSystem'>['detail'], 'modulesInString' | 'arrayW'>> = {},
): DcPv {
  return dcPv({
    ...detail,
    ...grown,
    // while nobody has looked, the voltage of a string is as open as with optimisers
    optimisers: detail.optimisers !== false,
    betaPerC: detail.betaPercentPerC === null ? null : detail.betaPercentPerC / 100,
    minTempC: installation.site.minTempC,
    maxTempC: installation.site.maxTempC,
    iscFactor: rulesOf(installation).limits.stringCurrentFactor.value,
  })
}
