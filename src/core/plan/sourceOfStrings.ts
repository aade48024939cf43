import type { Installation, NamedPv, NamedSourceUnit } from '../installation/installation'
import { type SurveyItem, itemsOf } from '../installation/survey'

type PvItem = SurveyItem<'pvSystem'>
type Plan = Pick<Installation, 'sources' | 'survey'>

/** A source of the plan that PV feeds through: an inverter with strings on its DC side, or PV on AC. */
export type PvSource = { coupling: 'dc'; source: NamedSourceUnit } | { coupling: 'ac'; source: NamedPv }

const oneOf = <T extends { name: string }>(list: readonly T[], name: string | null): T | null =>
  list.length === 1 ? list[0]! : (list.find((one) => one.name === name) ?? null)

/**
 * The source of the plan that a PV system found on the survey feeds through: the only one of its coupling, or the one that it names.
 *
 * @returns `null` where there are several and it names none of them
 * @example sourceOfStrings(installation, item)?.source.name // 'Inverter'
 */
export function sourceOfStrings({ sources }: Pick<Installation, 'sources'>, { detail }: PvItem): PvSource | null {
  if (detail.coupling === 'dc') {
    const source = oneOf(sources.units, detail.inverter)
    return source && { coupling: 'dc', source }
  }
  const source = oneOf(sources.pvAc, detail.inverter)
  return source && { coupling: 'ac', source }
}

/**
 * The PV systems whose strings feed through one source: what its expected output is of.
 *
 * @returns `null` while a system of the same coupling could feed through any of several
 * @example stringsOfSource(installation, { coupling: 'ac', source }).map(({ tag }) => tag) // ['pv1']
 */
export function stringsOfSource(installation: Plan, { coupling, source }: PvSource): PvItem[] | null {
  const own: PvItem[] = []
  for (const item of itemsOf(installation.survey, 'pvSystem')) {
    if (item.detail.coupling !== coupling) continue
    const its = sourceOfStrings(installation, item)
    if (its === null) return null
    if (its.source === source) own.push(item)
  }
  return own
}

/**
 * The most that the strings of a source can give: their peak power, with what two-faced modules gain, in watts.
 *
 * @returns `null` where it is not known which strings those are, there are none, or of one the peak power is not known
 * @example peakOfSourceW(installation, { coupling: 'ac', source }) // 3600
 */
export function peakOfSourceW(installation: Plan, pv: PvSource): number | null {
  const strings = stringsOfSource(installation, pv)
  if (strings === null || strings.length === 0) return null
  let sumW = 0
  for (const { detail } of strings) {
    if (detail.arrayW === null || detail.backGain === null) return null
    sumW += detail.arrayW * (1 + detail.backGain)
  }
  return sumW
}
