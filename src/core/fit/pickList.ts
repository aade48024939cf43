import { type FitItem, fitOf } from '../installation/fit'
import type { Installation } from '../installation/installation'
import type { MaterialLine } from '../plan/materials'

/** A line of the plan's materials that is not on the pick list yet, or stands there with another quantity or not in full. */
export interface PickChange {
  line: MaterialLine
  /** The line on the pick list; `null` when it is new. */
  item: FitItem<'material'> | null
}

/** Longer names were cut there once. */
const CUT_AT = 60

const sameItem = ({ item, group }: MaterialLine, { name, detail }: FitItem<'material'>) =>
  detail.group === group && (name === item || (name.length === CUT_AT && item.startsWith(name)))

/** What taking over the plan's materials would add or change; what was added by hand is left alone (F-6). */
export function pickChanges({ fit }: Pick<Installation, 'fit'>, lines: readonly MaterialLine[]): PickChange[] {
  const listed = fitOf(fit, 'material')
  return lines.flatMap((line) => {
    const item = listed.find((one) => sameItem(line, one)) ?? null
    const stands = item !== null && item.name === line.item && item.detail.planned === line.quantity
    return stands ? [] : [{ line, item }]
  })
}

/** Used against planned: what the next plan should know. Lines that nothing was noted on are left out. */
export function usedAgainstPlan({
  fit,
}: Pick<Installation, 'fit'>): { item: FitItem<'material'>; difference: number }[] {
  return fitOf(fit, 'material').flatMap((item) =>
    item.detail.used === null || item.detail.used === item.detail.planned
      ? []
      : [{ item, difference: item.detail.used - item.detail.planned }],
  )
}
