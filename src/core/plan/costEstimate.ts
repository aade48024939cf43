/** What a crew asks for one unit of a thing or a piece of work: from low to high, in its currency. */
export interface CrewPrice {
  what: string
  unit: string
  low: number
  high: number
}

/** Pieces of work that a price list names by key; everything else is a material or a model by its own name. */
export const WORK_PRICES = {
  workHour: { label: 'An hour of one person’s work', unit: 'h' },
  callOut: { label: 'Coming out, once a job', unit: 'once' },
  partMeter: { label: 'Parting a combined meter and board', unit: 'once' },
} as const
export type WorkPrice = keyof typeof WORK_PRICES

/** What a job needs of one thing. */
export interface NeededThing {
  what: string
  label: string
  quantity: number | null
  unit: string
}

/** One line of an estimate; without a price, or while nobody knows how much is needed, it has no amount. */
export interface CostLine extends NeededThing {
  low: number | null
  high: number | null
}

export interface CostEstimate {
  lines: CostLine[]
  /** Sum of the lines that have an amount. */
  low: number
  high: number
  /** Lines without an amount: while there is one, the sums are what it costs at least. */
  open: CostLine[]
}

const sameWord = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/**
 * What a job costs by a crew's own price list, as a range. What has no price is named and never counted as nothing.
 *
 * @example costEstimate([{ what: 'workHour', label: '…', quantity: 10, unit: 'h' }], [{ what: 'workHour', unit: 'h', low: 50, high: 60 }]) // { low: 500, high: 600, open: [], … }
 */
export function costEstimate(needed: readonly NeededThing[], prices: readonly CrewPrice[]): CostEstimate {
  const lines = needed.map((thing): CostLine => {
    const price = prices.find(({ what, unit }) => sameWord(what, thing.what) && sameWord(unit, thing.unit))
    const amount = (of: 'low' | 'high') =>
      price === undefined || thing.quantity === null ? null : price[of] * thing.quantity
    return { ...thing, low: amount('low'), high: amount('high') }
  })
  const sum = (of: 'low' | 'high') => lines.reduce((total, line) => total + (line[of] ?? 0), 0)
  return { lines, low: sum('low'), high: sum('high'), open: lines.filter(({ low }) => low === null) }
}
