import { v7 as uuidv7 } from 'uuid'
import type { CrewPrice } from '@/core/plan/costEstimate'
import { parseQuantity } from '@/core/quantity/parseQuantity'

/** A line of the price list as it is typed. */
export interface PriceDraft {
  id: string
  what: string
  unit: string
  low: string
  high: string
}

export type PriceFaults = Readonly<Record<string, readonly (keyof PriceDraft)[]>>

export const blankPrice = (what = '', unit = ''): PriceDraft => ({ id: uuidv7(), what, unit, low: '', high: '' })

const amount = (text: string): number | null => {
  const parsed = parseQuantity(text, '')
  return parsed.ok && parsed.value.value >= 0 ? parsed.value.value : null
}

/**
 * The lines as figures, with what cannot be read by line and place. A blank “to” is a fixed price.
 *
 * @example pricesOf([{ id, what: 'workHour', unit: 'h', low: '62,50', high: '' }]).prices // low and high are 62.5
 */
export function pricesOf(drafts: readonly PriceDraft[]): {
  prices: (CrewPrice & { id: string })[]
  faults: PriceFaults
} {
  const faults: Record<string, (keyof PriceDraft)[]> = {}
  const prices = drafts.map((draft) => {
    const low = amount(draft.low)
    const high = draft.high.trim() === '' ? low : amount(draft.high)
    const wrong: (keyof PriceDraft)[] = []
    if (draft.what.trim() === '') wrong.push('what')
    if (draft.unit.trim() === '') wrong.push('unit')
    if (low === null) wrong.push('low')
    if (high === null || (low !== null && high < low)) wrong.push('high')
    if (wrong.length > 0) faults[draft.id] = wrong
    return { id: draft.id, what: draft.what.trim(), unit: draft.unit.trim(), low: low ?? 0, high: high ?? 0 }
  })
  return { prices, faults }
}
