import type { Installation } from './installation'
import { itemsOf } from './survey'

/** What of a survey is PV, found there or planned. */
const PV_ITEMS = ['pvSystem', 'arrayFace'] as const

/** Whether a house has PV, or may have: what nobody has said of an inverter's DC side is not taken for nothing. */
export const mayHavePv = ({ sources, survey }: Pick<Installation, 'sources' | 'survey'>): boolean =>
  sources.pvAc.length > 0 ||
  sources.units.some(({ pvDcW }) => pvDcW !== 0) ||
  PV_ITEMS.some((kind) => itemsOf(survey, kind).length > 0)
